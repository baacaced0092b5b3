package plainsieve.core.evidence;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.Set;

/** PostgreSQL's {@code EXPLAIN (FORMAT JSON)}. */
final class PostgreSqlPlan implements PlanReader {
    private static final Set<String> INDEX_SCANS = Set.of("Index Scan", "Index Only Scan", "Bitmap Index Scan");
    private static final Set<String> TABLE_SCANS = Set.of(
            "Seq Scan", "Index Scan", "Index Only Scan", "Bitmap Heap Scan", "Sample Scan", "Tid Scan", "Foreign Scan");
    private static final Set<String> INNER_RESULTS =
            Set.of("Subquery Scan", "CTE Scan", "WorkTable Scan", "WindowAgg", "Function Scan", "Values Scan");
    private static final Set<String> JOINS = Set.of("Nested Loop", "Hash Join", "Merge Join");

    /** Steps that hand a row on before they have seen all of them. */
    private static final Set<String> STREAMING = Set.of(
            "Nested Loop",
            "Merge Join",
            "Hash Join",
            "Append",
            "Merge Append",
            "Gather",
            "Gather Merge",
            "Subquery Scan",
            "Result",
            "Memoize",
            "Unique",
            "Group",
            "ProjectSet",
            "Seq Scan",
            "Index Scan",
            "Index Only Scan",
            "Bitmap Heap Scan",
            "Incremental Sort");

    private final List<PlanStep> steps = new ArrayList<>();
    private final List<PlanTest> tests = new ArrayList<>();

    @Override
    public Plan read(List<?> answers) {
        Map<?, ?> top =
                PlanTree.map(PlanTree.map(first(PlanTree.list(first(answers)))).get("Plan"));
        walk(top, "", "");
        Map<?, ?> limit = limit(top);
        boolean early = !limit.isEmpty() && streams(PlanTree.map(first(PlanTree.list(limit.get("Plans")))));
        ExecutionSite executionSite = limit.isEmpty()
                ? ExecutionSite.NOT_KNOWN
                : early ? ExecutionSite.STOPS_EARLY : ExecutionSite.AFTER_SORTING;
        return new Plan(steps, tests, executionSite, limit.isEmpty() ? "" : "Limit above " + below(limit));
    }

    private static Object first(List<?> items) {
        return items.isEmpty() ? null : items.get(0);
    }

    private static String name(Map<?, ?> node) {
        return PlanTree.text(node.get("Node Type"));
    }

    /** A bitmap index scan names no table; it is that of the heap scan above it. */
    private void walk(Map<?, ?> node, String table, String alias) {
        if (node.isEmpty()) {
            return;
        }
        String own = PlanTree.text(node.get("Relation Name"));
        String ownAlias = PlanTree.text(node.get("Alias"));
        boolean bitmap = name(node).equals("Bitmap Index Scan");
        PlanStep step = step(node, bitmap ? table : own, bitmap ? alias : ownAlias);
        steps.add(step);
        tests(node, step);
        boolean hands = name(node).startsWith("Bitmap");
        for (Object child : PlanTree.list(node.get("Plans"))) {
            walk(PlanTree.map(child), hands && own.isEmpty() ? table : own, hands && own.isEmpty() ? alias : ownAlias);
        }
    }

    private static PlanStep step(Map<?, ?> node, String table, String alias) {
        double loops = PlanTree.number(node.get("Actual Loops")).orElse(1);
        OptionalDouble actual = PlanTree.number(node.get("Actual Rows"));
        OptionalDouble rows = actual.isPresent() ? OptionalDouble.of(actual.getAsDouble() * loops) : actual;
        double removed = (PlanTree.number(node.get("Rows Removed by Filter")).orElse(0)
                        + PlanTree.number(node.get("Rows Removed by Join Filter"))
                                .orElse(0)
                        + PlanTree.number(node.get("Rows Removed by Index Recheck"))
                                .orElse(0))
                * loops;
        return new PlanStep(
                name(node),
                table,
                alias,
                PlanTree.text(node.get("Index Name")),
                PlanTree.number(node.get("Plan Rows")),
                rows,
                rows.isPresent() ? OptionalDouble.of(rows.getAsDouble() + removed) : rows);
    }

    private void tests(Map<?, ?> node, PlanStep step) {
        if (INDEX_SCANS.contains(step.name())) {
            add(ExecutionSite.BY_INDEX, node.get("Index Cond"), step);
        }
        add(ExecutionSite.BY_INDEX, node.get("TID Cond"), step);
        add(ExecutionSite.AFTER_JOIN, node.get("Join Filter"), step);
        add(ExecutionSite.AFTER_JOIN, node.get("Hash Cond"), step);
        add(ExecutionSite.AFTER_JOIN, node.get("Merge Cond"), step);
        add(filtered(step.name()), node.get("Filter"), step);
        add(ExecutionSite.ON_INNER_RESULT, node.get("Run Condition"), step);
    }

    private static ExecutionSite filtered(String name) {
        if (TABLE_SCANS.contains(name)) {
            return ExecutionSite.WHILE_SCANNING;
        }
        if (name.equals("Aggregate") || name.equals("Group")) {
            return ExecutionSite.AFTER_GROUP;
        }
        if (JOINS.contains(name)) {
            return ExecutionSite.AFTER_JOIN;
        }
        return INNER_RESULTS.contains(name) ? ExecutionSite.ON_INNER_RESULT : ExecutionSite.NOT_KNOWN;
    }

    private void add(ExecutionSite executionSite, Object condition, PlanStep step) {
        if (condition != null) {
            tests.add(PlanTest.of(executionSite, condition.toString(), step));
        }
    }

    /** The outermost limit: only steps that change no rows may be above it. */
    private static Map<?, ?> limit(Map<?, ?> top) {
        Map<?, ?> node = top;
        while (name(node).equals("Result") || name(node).equals("Gather")) {
            node = PlanTree.map(first(PlanTree.list(node.get("Plans"))));
        }
        return name(node).equals("Limit") ? node : Map.of();
    }

    private static String below(Map<?, ?> limit) {
        return name(PlanTree.map(first(PlanTree.list(limit.get("Plans")))));
    }

    private static boolean streams(Map<?, ?> node) {
        boolean sortedGroups = name(node).equals("Aggregate")
                && PlanTree.text(node.get("Strategy")).equals("Sorted");
        if (!STREAMING.contains(name(node)) && !sortedGroups) {
            return false;
        }
        List<?> inputs = PlanTree.list(node.get("Plans"));
        boolean reads = TABLE_SCANS.contains(name(node));
        return reads || inputs.isEmpty() || streams(PlanTree.map(inputs.get(0)));
    }
}
