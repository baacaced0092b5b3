package plainsieve.core.evidence;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;

/**
 * Trino's {@code EXPLAIN (TYPE LOGICAL, FORMAT JSON)}. Constraints enforced by a connector are shown after its column
 * as possible values ({@code :: [[F], [O]]}); conditions tested by the engine are in a filter. A connector may receive a
 * condition without enforcing it: it is in both places then, and the engine's is reported.
 */
final class TrinoPlan implements PlanReader {
    private static final Dialect DIALECT = Dialects.of("trino");

    /** A column of a table as a connector writes it, perhaps behind its name in the plan. */
    private static final Pattern COLUMN = Pattern.compile("(?:\\S+ := )?(?:[^:\\s]+:)?([^:\\s]+)((?::\\S+)*)");

    private static final String VALUES = ":: ";
    private static final String PARTITION = "PARTITION_KEY";

    /** One range of values, or a single value. */
    private static final Pattern STRETCH = Pattern.compile("[\\[(]([^\\[\\]()]*)[\\])]");

    private static final String LEAST = "<min>";
    private static final String MOST = "<max>";

    private static final Set<String> PASSING =
            Set.of("Project", "Filter", "FilterProject", "LocalExchange", "RemoteExchange", "LimitPartial");

    private static final Pattern LIMITED = Pattern.compile("\\blimit\\s*[:=]", Pattern.CASE_INSENSITIVE);

    /** The equality of two symbols, the first of several. */
    private static final Pattern EQUAL = Pattern.compile("\"?([^\\s\"()]+)\"? = \"?([^\\s\"()]+)\"?");

    private TrinoSymbols symbols = TrinoSymbols.of(Map.of());
    private final List<PlanStep> steps = new ArrayList<>();
    private final List<PlanTest> tests = new ArrayList<>();

    @Override
    public Plan read(List<?> answers) {
        Map<?, ?> top = answers.isEmpty() ? Map.of() : PlanTree.map(answers.get(0));
        symbols = TrinoSymbols.of(top);
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

    /** Without its catalog and schema; some connectors show a number instead of a name. */
    private static String table(Map<?, ?> node) {
        String path = described(node, "table");
        String name = path.substring(path.lastIndexOf(':') + 1);
        return name.matches("\\d+") ? "" : name;
    }

    /** In a step that scans, filters and projects, the last estimate is that of its output. */
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
        List<PlanCondition> tested =
                filter.isEmpty() ? List.of() : PlanCondition.parseAll(symbols.inFull(filter), DIALECT);
        ExecutionSite executionSite = filtered(node);
        tested.forEach(condition -> tests.add(PlanTest.of(executionSite, condition.text(), step)));
        String renamed = symbols.withOutputNames(filter);
        if (!renamed.equals(filter)) {
            PlanCondition.parseAll(renamed, DIALECT)
                    .forEach(condition -> tests.add(PlanTest.of(executionSite, condition.text(), step)));
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
        String shown = described(node, "limit");
        if (!name(node).equals("TopNRanking") || !shown.matches("\\d{1,18}")) {
            return;
        }
        long limit = Long.parseLong(shown);
        PlanTree.list(node.get("details")).stream()
                .flatMap(detail -> TrinoSymbols.defined(detail).stream())
                .flatMap(symbol -> symbols.names(symbol).stream())
                .map(DIALECT::quoteName)
                .flatMap(rank -> Stream.of(
                        rank + " <= " + limit,
                        rank + " < " + (limit + 1),
                        rank + " " + (limit == 1 ? "= " : "<= ") + limit))
                .distinct()
                .forEach(condition -> tests.add(PlanTest.of(ExecutionSite.ON_INNER_RESULT, condition, step)));
    }

    /** A long list of values is bound as one JSON text, unnested, and joined. */
    private void joinWithList(Map<?, ?> node, PlanStep step) {
        Matcher criteria = EQUAL.matcher(described(node, "criteria"));
        boolean list = criteria.find() && (symbols.isOfList(criteria.group(1)) || symbols.isOfList(criteria.group(2)));
        if (list) {
            String condition = DIALECT.quoteName(criteria.group(1)) + " = " + DIALECT.quoteName(criteria.group(2));
            tests.add(PlanTest.of(ExecutionSite.AFTER_JOIN, symbols.inFull(condition), step));
        }
    }

    private void pushed(List<?> details, Set<String> tested, PlanStep step) {
        for (int i = 1; i < details.size(); i++) {
            String values = details.get(i).toString().strip();
            Matcher column = COLUMN.matcher(details.get(i - 1).toString().strip());
            if (values.startsWith(VALUES) && column.matches() && !tested.contains(column.group(1))) {
                ExecutionSite executionSite =
                        column.group(2).contains(PARTITION) ? ExecutionSite.BY_PART : ExecutionSite.PUSHED_DOWN;
                condition(column.group(1), values.substring(VALUES.length()))
                        .forEach(condition -> tests.add(PlanTest.of(executionSite, condition, step)));
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

    /** By the input of a filter: a table, a join, groups, or the result of an inner query. */
    private static ExecutionSite filtered(Map<?, ?> node) {
        Map<?, ?> below = node;
        while (!described(below, "table").isEmpty() || isPassing(below) || below == node) {
            if (!described(below, "table").isEmpty()) {
                return isLimitedBelow(below) ? ExecutionSite.ON_INNER_RESULT : ExecutionSite.WHILE_SCANNING;
            }
            List<?> children = PlanTree.list(below.get("children"));
            if (children.isEmpty()) {
                return ExecutionSite.NOT_KNOWN;
            }
            below = PlanTree.map(children.get(0));
        }
        String name = name(below);
        if (name.contains("Aggregate")) {
            return ExecutionSite.AFTER_GROUP;
        }
        if (name.contains("Join")) {
            return ExecutionSite.AFTER_JOIN;
        }
        boolean made =
                name.contains("Limit") || name.contains("TopN") || name.contains("Window") || name.equals("Union");
        return made ? ExecutionSite.ON_INNER_RESULT : ExecutionSite.NOT_KNOWN;
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
                return new Plan(
                        steps, tests, streams(node) ? ExecutionSite.STOPS_EARLY : ExecutionSite.AFTER_SORTING, name);
            }
            if (name.startsWith("TopN")) {
                return new Plan(steps, tests, ExecutionSite.AFTER_SORTING, name);
            }
            if (isLimitedBelow(node)) {
                return new Plan(steps, tests, ExecutionSite.STOPS_EARLY, described(node, "table"));
            }
            List<?> children = PlanTree.list(node.get("children"));
            node = children.isEmpty() ? Map.of() : PlanTree.map(children.get(0));
        }
        boolean sorted = steps.stream().anyMatch(step -> step.name().startsWith("TopN"));
        return new Plan(
                steps, tests, sorted ? ExecutionSite.AFTER_SORTING : ExecutionSite.NOT_KNOWN, sorted ? "TopN" : "");
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
