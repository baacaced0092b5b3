package plainsieve.core.evidence;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;

/**
 * Trino's {@code EXPLAIN (TYPE LOGICAL, FORMAT JSON)}. What a connector was given and answers for stands behind its column,
 * as the values that may be there ({@code :: [[F], [O]]}); what the engine tests itself stands in a filter. A connector may be
 * given a condition and not answer for it: it stands at both places then, and the engine's is the one that is told.
 */
final class TrinoPlan implements PlanReader {
    private static final Dialect DIALECT = Dialects.of("trino");

    /** A column of a table as a connector writes it, perhaps behind its name in the plan. */
    private static final Pattern COLUMN = Pattern.compile("(?:\\S+ := )?(?:[^:\\s]+:)?([^:\\s]+)((?::\\S+)*)");

    private static final String VALUES = ":: ";
    private static final String PARTITION = "PARTITION_KEY";

    /** One stretch of values, from one end to another; a single value stands alone. */
    private static final Pattern STRETCH = Pattern.compile("[\\[(]([^\\[\\]()]*)[\\])]");

    private static final String LEAST = "<min>";
    private static final String MOST = "<max>";

    private static final Set<String> PASSING =
            Set.of("Project", "Filter", "FilterProject", "LocalExchange", "RemoteExchange", "LimitPartial");

    /** What stands for something else in the plan: {@code count := count(*)}, {@code orderkey_1 := tpch:orderkey}. */
    private static final Pattern SYMBOL = Pattern.compile("(\\S+) := (.+)");

    private static final Pattern LIMITED = Pattern.compile("\\blimit\\s*[:=]", Pattern.CASE_INSENSITIVE);

    private static final Pattern NUMBERED = Pattern.compile("(.+)_\\d+");

    private static final Pattern LIKE =
            Pattern.compile("\"\\$like\"\\((.+?), \"\\$literal\\$\"\\(from_base64\\('([^']*)'\\)\\)\\)");

    /** Behind the name of the encoding and the places of its one value. */
    private static final int PATTERN_AT = 35;

    private static final Pattern QUOTED = Pattern.compile("\"([^\"]+)\"");
    private static final int DEEPEST = 4;

    /** What two symbols are joined by, the first one of several. */
    private static final Pattern EQUAL = Pattern.compile("\"?([^\\s\"()]+)\"? = \"?([^\\s\"()]+)\"?");

    private final Map<String, String> meant = new HashMap<>();

    /** What the answer calls a symbol, where that is another name. */
    private final Map<String, String> outputNames = new HashMap<>();

    /** Symbols that come from an array. */
    private final Set<String> lists = new HashSet<>();

    private final List<PlanStep> steps = new ArrayList<>();
    private final List<PlanTest> tests = new ArrayList<>();

    @Override
    public Plan read(List<?> answers) {
        Map<?, ?> top = answers.isEmpty() ? Map.of() : PlanTree.map(answers.get(0));
        symbols(top);
        removeNumbers();
        walk(top);
        return limited(top);
    }

    private void walk(Map<?, ?> node) {
        if (node.isEmpty()) {
            return;
        }
        PlanStep step = step(node);
        steps.add(step);
        tests(node, step);
        PlanTree.list(node.get("children")).forEach(child -> walk(PlanTree.map(child)));
    }

    private void symbols(Map<?, ?> node) {
        if (name(node).equals("Unnest")) {
            PlanTree.list(node.get("outputs"))
                    .forEach(output ->
                            lists.add(PlanTree.text(PlanTree.map(output).get("symbol"))));
        }
        for (Object detail : PlanTree.list(node.get("details"))) {
            Matcher symbol = SYMBOL.matcher(detail.toString().strip());
            if (symbol.matches()) {
                Matcher column = COLUMN.matcher(symbol.group(2));
                boolean plain = !described(node, "table").isEmpty() && column.matches();
                if (name(node).equals("Output")) {
                    outputNames.put(symbol.group(2), symbol.group(1));
                }
                meant.put(symbol.group(1), plain ? column(column.group(1), symbol.group(1)) : symbol.group(2));
            }
        }
        PlanTree.list(node.get("children")).forEach(child -> symbols(PlanTree.map(child)));
    }

    /**
     * The name of a column. Some connectors, such as the one for tables in memory, know columns by their position
     * ({@code delay_min := 7}); then the plan's symbol has the name.
     */
    private static String column(String ofConnector, String symbol) {
        return DIALECT.quoteName(ofConnector.matches("\\d+") ? symbol : ofConnector);
    }

    /** A condition in which the columns of the answer have the names that the statement gives them: {@code s := sum}. */
    private String withOutputNames(String condition) {
        return QUOTED.matcher(condition)
                .replaceAll(symbol -> Matcher.quoteReplacement(
                        DIALECT.quoteName(outputNames.getOrDefault(symbol.group(1), symbol.group(1)))));
    }

    /** The plan numbers symbols of equal columns: {@code port_id}, {@code port_id_0}. */
    private void removeNumbers() {
        Map<String, String> named = new HashMap<>();
        meant.forEach((symbol, column) -> {
            Matcher numbered = NUMBERED.matcher(symbol);
            boolean repeated = column.equals(DIALECT.quoteName(symbol))
                    && numbered.matches()
                    && meant.containsKey(numbered.group(1));
            named.put(symbol, repeated ? DIALECT.quoteName(numbered.group(1)) : column);
        });
        meant.putAll(named);
    }

    /** A condition with what its symbols stand for. */
    private String inFull(String condition) {
        String full = condition;
        for (int i = 0; i < DEEPEST; i++) {
            full = QUOTED.matcher(full)
                    .replaceAll(
                            symbol -> Matcher.quoteReplacement(meant.getOrDefault(symbol.group(1), symbol.group())));
        }
        return LIKE.matcher(full).replaceAll(like -> Matcher.quoteReplacement(like(like)));
    }

    /** A pattern stands in a plan as the bytes of what the engine has made of it, as long as they are in the form of 435. */
    private static String like(MatchResult like) {
        ByteBuffer bytes =
                ByteBuffer.wrap(Base64.getDecoder().decode(like.group(2))).order(ByteOrder.LITTLE_ENDIAN);
        int length = bytes.limit() < PATTERN_AT + Integer.BYTES ? -1 : bytes.getInt(PATTERN_AT);
        if (length < 0 || PATTERN_AT + Integer.BYTES + length > bytes.limit()) {
            return like.group();
        }
        String pattern = new String(bytes.array(), PATTERN_AT + Integer.BYTES, length, StandardCharsets.UTF_8);
        return "(" + like.group(1) + " like " + DIALECT.textLiteral(pattern) + ")";
    }

    private static String name(Map<?, ?> node) {
        return PlanTree.text(node.get("name"));
    }

    private static String described(Map<?, ?> node, String what) {
        return PlanTree.text(PlanTree.map(node.get("descriptor")).get(what));
    }

    private static PlanStep step(Map<?, ?> node) {
        String dynamic = described(node, "dynamicFilters");
        return new PlanStep(
                dynamic.isEmpty() ? name(node) : name(node) + " with a filter found while joining",
                table(node),
                "",
                "",
                estimated(node),
                OptionalDouble.empty(),
                OptionalDouble.empty());
    }

    /** Without its catalog and schema; some connectors say a number of their own, which is no name. */
    private static String table(Map<?, ?> node) {
        String path = described(node, "table");
        String name = path.substring(path.lastIndexOf(':') + 1);
        return name.matches("\\d+") ? "" : name;
    }

    /** Of a step that scans, filters and selects, the last estimate is the one of what leaves it. */
    private static OptionalDouble estimated(Map<?, ?> node) {
        List<?> estimates = PlanTree.list(node.get("estimates"));
        OptionalDouble rows = estimates.isEmpty()
                ? OptionalDouble.empty()
                : PlanTree.number(
                        PlanTree.map(estimates.get(estimates.size() - 1)).get("outputRowCount"));
        return rows.isPresent() && Double.isNaN(rows.getAsDouble()) ? OptionalDouble.empty() : rows;
    }

    private void tests(Map<?, ?> node, PlanStep step) {
        String filter = described(node, "filterPredicate");
        List<PlanCondition> tested = filter.isEmpty() ? List.of() : PlanCondition.in(inFull(filter), DIALECT);
        Where where = filtered(node);
        tested.forEach(condition -> tests.add(PlanTest.of(where, condition.text(), step)));
        String renamed = withOutputNames(filter);
        if (!renamed.equals(filter)) {
            PlanCondition.in(renamed, DIALECT)
                    .forEach(condition -> tests.add(PlanTest.of(where, condition.text(), step)));
        }
        Set<String> ownColumns = tested.stream()
                .flatMap(condition -> condition.columns().stream())
                .collect(Collectors.toSet());
        pushed(PlanTree.list(node.get("details")), ownColumns, step);
        ranking(node, step);
        joinWithList(node, step);
    }

    /** A condition on a row number or rank becomes the limit of a step: {@code r <= 3}, {@code r < 4} and {@code r = 1}. */
    private void ranking(Map<?, ?> node, PlanStep step) {
        if (!name(node).equals("TopNRanking")) {
            return;
        }
        long limit = Long.parseLong(described(node, "limit"));
        List<String> ranks = PlanTree.list(node.get("details")).stream()
                .map(detail -> SYMBOL.matcher(detail.toString().strip()))
                .filter(Matcher::matches)
                .map(symbol -> symbol.group(1))
                .toList();
        meant.entrySet().stream()
                .filter(symbol -> ranks.contains(symbol.getValue()) || ranks.contains(symbol.getKey()))
                .map(symbol -> DIALECT.quoteName(symbol.getKey()))
                .flatMap(rank -> Stream.of(
                        rank + " <= " + limit,
                        rank + " < " + (limit + 1),
                        rank + " " + (limit == 1 ? "= " : "<= ") + limit))
                .distinct()
                .forEach(condition -> tests.add(PlanTest.of(Where.ON_INNER_RESULT, condition, step)));
    }

    /** A long list of values is bound as one JSON text, unnested, and joined with. */
    private void joinWithList(Map<?, ?> node, PlanStep step) {
        Matcher criteria = EQUAL.matcher(described(node, "criteria"));
        boolean list = criteria.find() && (lists.contains(criteria.group(1)) || lists.contains(criteria.group(2)));
        if (list) {
            String condition = DIALECT.quoteName(criteria.group(1)) + " = " + DIALECT.quoteName(criteria.group(2));
            tests.add(PlanTest.of(Where.AFTER_JOIN, inFull(condition), step));
        }
    }

    private void pushed(List<?> details, Set<String> tested, PlanStep step) {
        for (int i = 1; i < details.size(); i++) {
            String values = details.get(i).toString().strip();
            Matcher column = COLUMN.matcher(details.get(i - 1).toString().strip());
            if (values.startsWith(VALUES) && column.matches() && !tested.contains(column.group(1))) {
                Where where = column.group(2).contains(PARTITION) ? Where.BY_PART : Where.PUSHED_DOWN;
                condition(column.group(1), values.substring(VALUES.length()))
                        .forEach(condition -> tests.add(PlanTest.of(where, condition, step)));
            }
        }
    }

    /** Stretches of values as conditions. */
    private static List<String> condition(String column, String values) {
        String quoted = DIALECT.quoteName(column);
        List<String> single = new ArrayList<>();
        List<String> conditions = new ArrayList<>();
        Matcher stretch = STRETCH.matcher(values.substring(1));
        while (stretch.find()) {
            String[] ends = stretch.group(1).split(", ?", 2);
            if (ends.length == 1) {
                single.add(DIALECT.textLiteral(ends[0]));
            } else {
                boolean least = stretch.group().startsWith("[");
                boolean most = stretch.group().endsWith("]");
                end(ends[0], LEAST, quoted + (least ? " >= " : " > ")).ifPresent(conditions::add);
                end(ends[1], MOST, quoted + (most ? " <= " : " < ")).ifPresent(conditions::add);
            }
        }
        if (!single.isEmpty()) {
            String one = single.size() == 1 ? " = " + single.get(0) : " in (" + String.join(", ", single) + ")";
            conditions.add(quoted + one);
        }
        return conditions;
    }

    private static Optional<String> end(String value, String open, String before) {
        return value.equals(open) ? Optional.empty() : Optional.of(before + DIALECT.textLiteral(value));
    }

    /** By what stands under a filter: a table, a join, groups, or something that an inner query made. */
    private static Where filtered(Map<?, ?> node) {
        Map<?, ?> below = node;
        while (!described(below, "table").isEmpty() || isPassing(below) || below == node) {
            if (!described(below, "table").isEmpty()) {
                return isLimitedBelow(below) ? Where.ON_INNER_RESULT : Where.WHILE_SCANNING;
            }
            List<?> children = PlanTree.list(below.get("children"));
            if (children.isEmpty()) {
                return Where.NOT_KNOWN;
            }
            below = PlanTree.map(children.get(0));
        }
        String name = name(below);
        if (name.contains("Aggregate")) {
            return Where.AFTER_GROUP;
        }
        if (name.contains("Join")) {
            return Where.AFTER_JOIN;
        }
        boolean made =
                name.contains("Limit") || name.contains("TopN") || name.contains("Window") || name.equals("Union");
        return made ? Where.ON_INNER_RESULT : Where.NOT_KNOWN;
    }

    /** Whether the connector has a row limit: {@code memory:3(limit:50)}. */
    private static boolean isLimitedBelow(Map<?, ?> scan) {
        return LIMITED.matcher(described(scan, "table")).find();
    }

    private static boolean isPassing(Map<?, ?> node) {
        return PASSING.contains(name(node));
    }

    private Plan limited(Map<?, ?> top) {
        Map<?, ?> node = top;
        while (!node.isEmpty()) {
            String name = name(node);
            if (name.equals("Limit") || name.equals("LimitPartial")) {
                return new Plan(steps, tests, streams(node) ? Where.STOPS_EARLY : Where.AFTER_SORTING, name);
            }
            if (name.startsWith("TopN")) {
                return new Plan(steps, tests, Where.AFTER_SORTING, name);
            }
            if (isLimitedBelow(node)) {
                return new Plan(steps, tests, Where.STOPS_EARLY, described(node, "table"));
            }
            List<?> children = PlanTree.list(node.get("children"));
            node = children.isEmpty() ? Map.of() : PlanTree.map(children.get(0));
        }
        boolean sorted = steps.stream().anyMatch(step -> step.name().startsWith("TopN"));
        return new Plan(steps, tests, sorted ? Where.AFTER_SORTING : Where.NOT_KNOWN, sorted ? "TopN" : "");
    }

    private static boolean streams(Map<?, ?> limit) {
        Map<?, ?> node = limit;
        while (true) {
            List<?> children = PlanTree.list(node.get("children"));
            if (children.isEmpty()) {
                return !described(node, "table").isEmpty();
            }
            node = PlanTree.map(children.get(0));
            boolean passes = isPassing(node)
                    || !described(node, "table").isEmpty()
                    || name(node).endsWith("Join");
            if (!passes) {
                return false;
            }
        }
    }
}
