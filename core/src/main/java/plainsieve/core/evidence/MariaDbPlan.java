package plainsieve.core.evidence;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.Set;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;

/**
 * MariaDB's {@code EXPLAIN FORMAT=JSON}. A range that uses an index is shown among the conditions of its table, so it is
 * identified by the key parts in use; an equality that uses one is shown only as {@code const}.
 */
final class MariaDbPlan implements PlanReader {
    private static final Dialect DIALECT = Dialects.of("mariadb");
    private static final Set<String> RANGES = Set.of("range", "index_merge");
    private static final Set<String> SORTS = Set.of("filesort", "temporary_table", "read_sorted_file");

    private final List<PlanStep> steps = new ArrayList<>();
    private final List<PlanTest> tests = new ArrayList<>();
    private boolean sorted;

    @Override
    public Plan read(List<?> answers) {
        Map<?, ?> block = answers.isEmpty()
                ? Map.of()
                : PlanTree.map(PlanTree.map(answers.get(0)).get("query_block"));
        outermost(block);
        walk(block);
        boolean reads = steps.stream().anyMatch(step -> !step.table().isEmpty());
        ExecutionSite limit =
                !reads ? ExecutionSite.NOT_KNOWN : sorted ? ExecutionSite.AFTER_SORTING : ExecutionSite.STOPS_EARLY;
        return new Plan(
                steps,
                tests,
                limit,
                !reads ? "" : sorted ? "filesort or temporary table" : "no sort, no temporary table");
    }

    /** Whether rows are sorted or buffered before the first is returned; inner queries do not count. */
    private void outermost(Map<?, ?> block) {
        block.forEach((key, value) -> {
            if (SORTS.contains(PlanTree.text(key))) {
                sorted = true;
            }
            if (!key.equals("nested_loop") && !key.equals("subqueries") && value instanceof Map<?, ?> inner) {
                outermost(inner);
            }
        });
        for (Object item : PlanTree.list(block.get("nested_loop"))) {
            Map<?, ?> first = PlanTree.map(item);
            sorted |= first.containsKey("read_sorted_file") || first.containsKey("filesort");
        }
    }

    private void walk(Object value) {
        if (value instanceof List<?> list) {
            list.forEach(this::walk);
        } else if (value instanceof Map<?, ?> map) {
            map.forEach((key, inner) -> {
                switch (PlanTree.text(key)) {
                    case "table" -> table(PlanTree.map(inner));
                    case "having_condition" -> add(ExecutionSite.AFTER_GROUP, inner, PlanStep.named("having"));
                    case "block-nl-join" ->
                        add(
                                ExecutionSite.AFTER_JOIN,
                                PlanTree.map(inner).get("attached_condition"),
                                PlanStep.named("block join"));
                    default -> {}
                }
                walk(inner);
            });
        }
    }

    private void table(Map<?, ?> table) {
        String name = PlanTree.text(table.get("table_name"));
        if (name.isEmpty()) {
            return;
        }
        String access = PlanTree.text(table.get("access_type"));
        PlanStep step = step(table, name, access);
        steps.add(step);
        if (name.startsWith("<")) {
            add(ExecutionSite.ON_INNER_RESULT, table.get("attached_condition"), step);
            return;
        }
        Set<String> entered = equalities(table, access, step);
        add(ExecutionSite.BY_INDEX, table.get("index_condition"), step);
        ranges(table, access, entered, step);
    }

    private static PlanStep step(Map<?, ?> table, String name, String access) {
        double loops = PlanTree.number(table.get("r_loops")).orElse(1);
        OptionalDouble rows = PlanTree.number(table.get("r_rows"));
        double share = PlanTree.number(table.get("r_filtered")).orElse(100) / 100;
        return new PlanStep(
                access,
                name,
                name,
                PlanTree.text(table.get("key")),
                PlanTree.number(table.get("rows")),
                rows.isPresent() ? OptionalDouble.of(rows.getAsDouble() * loops * share) : rows,
                rows.isPresent() ? OptionalDouble.of(rows.getAsDouble() * loops) : rows);
    }

    private Set<String> equalities(Map<?, ?> table, String access, PlanStep step) {
        List<?> parts = PlanTree.list(table.get("used_key_parts"));
        List<?> with = PlanTree.list(table.get("ref"));
        Set<String> entered = new HashSet<>();
        for (int i = 0; i < Math.min(parts.size(), with.size()); i++) {
            boolean constant = with.get(i).equals("const") && !RANGES.contains(access);
            if (constant) {
                add(ExecutionSite.BY_INDEX, "`" + parts.get(i) + "` = const", step);
                entered.add(parts.get(i).toString().toLowerCase(Locale.ROOT));
            }
        }
        return entered;
    }

    private void ranges(Map<?, ?> table, String access, Set<String> entered, PlanStep step) {
        Object condition = table.get("attached_condition");
        if (condition == null) {
            return;
        }
        if (RANGES.contains(access)) {
            names(table.get("used_key_parts"), entered);
            names(PlanTree.map(table.get("index_merge")).get("used_key_parts"), entered);
        }
        names(PlanTree.map(PlanTree.map(table.get("rowid_filter")).get("range")).get("used_key_parts"), entered);
        for (PlanCondition leaf : PlanCondition.parseAll(condition.toString(), DIALECT)) {
            boolean enters = leaf.leftColumn().filter(entered::contains).isPresent() && leaf.canEnterIndex();
            tests.add(PlanTest.of(enters ? ExecutionSite.BY_INDEX : ExecutionSite.WHILE_SCANNING, leaf.text(), step));
        }
    }

    private static void names(Object list, Set<String> into) {
        PlanTree.list(list).forEach(name -> into.add(name.toString().toLowerCase(Locale.ROOT)));
    }

    private void add(ExecutionSite executionSite, Object condition, PlanStep step) {
        if (condition != null) {
            tests.add(PlanTest.of(executionSite, condition.toString(), step));
        }
    }
}
