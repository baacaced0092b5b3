package plainsieve.core.evidence;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.regex.Pattern;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;

/**
 * DuckDB's {@code EXPLAIN (FORMAT JSON)}, with the names of 1.x and of 2.x. A filter marked optional only skips parts of
 * the table; the same condition is then tested again above the scan. Whether an index is used is decided while the
 * statement runs, so of a column with an index a plan that was not measured proves nothing.
 */
final class DuckDbPlan implements PlanReader {
    private static final Dialect DIALECT = Dialects.of("duckdb");
    private static final String OPTIONAL = "optional: ";
    private static final Set<String> PASSING =
            Set.of("PROJECTION", "FILTER", "STREAMING_LIMIT", "LIMIT", "EXPLAIN_ANALYZE");

    /** The expression for the column {@code file} of a folder source. */
    private static final Pattern FILE_NAME = Pattern.compile("\"?substr\"?\\(filename, [0-9]+\\)");

    private final List<PlanStep> steps = new ArrayList<>();
    private final List<PlanTest> tests = new ArrayList<>();
    private final Map<String, Set<String>> indexed = new HashMap<>();
    private boolean measured;

    @Override
    public Plan read(List<?> answers) {
        Map<?, ?> top = Map.of();
        for (Object item : PlanTree.list(answers.isEmpty() ? null : answers.get(0))) {
            top = PlanTree.map(item);
        }
        for (Object row : PlanTree.list(answers.size() < 2 ? null : answers.get(1))) {
            List<?> cells = PlanTree.list(row);
            indexed.computeIfAbsent(PlanTree.text(cells.get(0)).toLowerCase(Locale.ROOT), table -> new HashSet<>())
                    .addAll(names(PlanTree.text(cells.get(1))));
        }
        measured = !PlanTree.map(top).isEmpty() && top.containsKey("latency");
        walk(top);
        return limited(top);
    }

    private static String name(Map<?, ?> node) {
        Object name = node.get("name") == null ? node.get("operator_name") : node.get("name");
        return PlanTree.text(name == null ? node.get("operator_type") : name)
                .strip()
                .toUpperCase(Locale.ROOT);
    }

    private void walk(Map<?, ?> node) {
        if (node.isEmpty()) {
            return;
        }
        Map<?, ?> info = PlanTree.map(node.get("extra_info"));
        PlanStep step = step(node, info);
        if (!step.name().isEmpty() && !step.name().equals("EXPLAIN_ANALYZE")) {
            steps.add(step);
            tests(node, info, step);
        }
        PlanTree.list(node.get("children")).forEach(child -> walk(PlanTree.map(child)));
    }

    private static PlanStep step(Map<?, ?> node, Map<?, ?> info) {
        String path = PlanTree.text(info.get("Table"));
        String table = path.substring(path.lastIndexOf('.') + 1);
        boolean byIndex = PlanTree.text(info.get("Type")).equals("Index Scan");
        OptionalDouble read = PlanTree.number(node.get("operator_rows_scanned"));
        return new PlanStep(
                name(node),
                table,
                "",
                byIndex ? PlanTree.text(info.get("Index") == null ? "its index" : info.get("Index")) : "",
                PlanTree.number(info.get("Estimated Cardinality")),
                PlanTree.number(node.get("operator_cardinality")),
                read.orElse(0) > 0 ? read : OptionalDouble.empty());
    }

    private static List<String> names(String list) {
        return Arrays.asList(
                list.toLowerCase(Locale.ROOT).replaceAll("[\\[\\]'\" ]", "").split(","));
    }

    private void tests(Map<?, ?> node, Map<?, ?> info, PlanStep step) {
        for (Object filter : PlanTree.list(info.get("File Filters"))) {
            String named = FILE_NAME.matcher(filter.toString()).replaceAll("file");
            PlanCondition.parseAll(named, DIALECT)
                    .forEach(condition -> tests.add(PlanTest.of(ExecutionSite.BY_PART, condition.text(), step)));
        }
        for (Object filter : PlanTree.list(info.get("Filters"))) {
            scanned(filter.toString().replace(OPTIONAL, ""), step, step);
        }
        for (Object condition : PlanTree.list(info.get("Conditions"))) {
            tests.add(PlanTest.of(ExecutionSite.AFTER_JOIN, condition.toString(), step));
        }
        if (step.name().equals("FILTER")) {
            Map<?, ?> below = below(node);
            ExecutionSite executionSite = filtered(name(below));
            for (Object expression : PlanTree.list(info.get("Expression"))) {
                if (executionSite == ExecutionSite.WHILE_SCANNING) {
                    scanned(expression.toString(), step, step(below, PlanTree.map(below.get("extra_info"))));
                } else {
                    tests.add(PlanTest.of(executionSite, expression.toString(), step));
                }
            }
        }
    }

    /** Conditions tested in or directly above a table scan, one by one: only a single one on an indexed column can use an index. */
    private void scanned(String conditions, PlanStep step, PlanStep scan) {
        Set<String> columns = indexed.getOrDefault(scan.table().toLowerCase(Locale.ROOT), Set.of());
        for (PlanCondition condition : PlanCondition.parseAll(conditions, DIALECT)) {
            boolean plain = condition.columns().stream().noneMatch(columns::contains);
            ExecutionSite executionSite = plain
                    ? ExecutionSite.WHILE_SCANNING
                    : !measured
                            ? ExecutionSite.NOT_KNOWN
                            : scan.index().isEmpty() ? ExecutionSite.WHILE_SCANNING : ExecutionSite.BY_INDEX;
            tests.add(PlanTest.of(
                    executionSite, condition.text(), executionSite == ExecutionSite.BY_INDEX ? scan : step));
        }
    }

    /** The step whose rows a filter tests; empty if there is none. */
    private static Map<?, ?> below(Map<?, ?> filter) {
        Map<?, ?> node = filter;
        do {
            List<?> children = PlanTree.list(node.get("children"));
            node = children.isEmpty() ? Map.of() : PlanTree.map(children.get(0));
        } while (name(node).equals("PROJECTION") || name(node).equals("FILTER"));
        return node;
    }

    /** Of a table, or of files. */
    private static boolean isScan(String name) {
        return name.endsWith("SCAN") || name.equals("READ_PARQUET");
    }

    /** By the input of a filter: a table, a join, groups, or the result of an inner query. */
    private static ExecutionSite filtered(String below) {
        if (isScan(below)) {
            return below.contains("CTE") ? ExecutionSite.ON_INNER_RESULT : ExecutionSite.WHILE_SCANNING;
        }
        if (below.contains("GROUP_BY") || below.contains("AGGREGATE")) {
            return ExecutionSite.AFTER_GROUP;
        }
        if (below.contains("JOIN") || below.equals("CROSS_PRODUCT")) {
            return ExecutionSite.AFTER_JOIN;
        }
        boolean made = below.contains("LIMIT") || below.equals("TOP_N") || below.contains("WINDOW");
        return made || below.equals("UNION") ? ExecutionSite.ON_INNER_RESULT : ExecutionSite.NOT_KNOWN;
    }

    private Plan limited(Map<?, ?> top) {
        Map<?, ?> node = top;
        while (!node.isEmpty()) {
            String name = name(node);
            if (name.contains("LIMIT")) {
                ExecutionSite executionSite = streams(node) ? ExecutionSite.STOPS_EARLY : ExecutionSite.AFTER_SORTING;
                return new Plan(steps, tests, executionSite, name);
            }
            if (name.equals("TOP_N")) {
                return new Plan(steps, tests, ExecutionSite.AFTER_SORTING, name);
            }
            List<?> children = PlanTree.list(node.get("children"));
            node = children.isEmpty() ? Map.of() : PlanTree.map(children.get(0));
        }
        boolean sorted = steps.stream().anyMatch(step -> step.name().equals("TOP_N"));
        return new Plan(
                steps, tests, sorted ? ExecutionSite.AFTER_SORTING : ExecutionSite.NOT_KNOWN, sorted ? "TOP_N" : "");
    }

    private static boolean streams(Map<?, ?> limit) {
        Map<?, ?> node = limit;
        while (true) {
            List<?> children = PlanTree.list(node.get("children"));
            if (children.isEmpty()) {
                return isScan(name(node));
            }
            node = PlanTree.map(children.get(0));
            boolean passes = PASSING.contains(name(node)) || name(node).equals("HASH_JOIN") || isScan(name(node));
            if (!passes) {
                return false;
            }
        }
    }
}
