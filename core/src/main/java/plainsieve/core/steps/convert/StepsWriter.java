package plainsieve.core.steps.convert;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import plainsieve.core.steps.model.StepCondition;
import plainsieve.core.steps.model.StepExpression;
import plainsieve.core.steps.model.StepMentions;
import plainsieve.core.steps.parse.StepLines;
import plainsieve.core.steps.parse.StepQuoting;

/** Writes a simple query as steps. */
final class StepsWriter {
    private final SimpleSelect select;
    private final SelectReader reader;
    private final GroupSteps groups;
    /** The names of items before they get their aliases. */
    private final List<String> inner = new ArrayList<>();

    private final List<String> neverEmpty = new ArrayList<>();
    private final List<String> lines = new ArrayList<>();

    StepsWriter(SimpleSelect select, SelectReader reader) {
        this.select = select;
        this.reader = reader;
        this.groups = new GroupSteps(select, reader);
    }

    /** The columns that must not be null for an equal sort order. */
    List<String> neverEmpty() {
        return neverEmpty;
    }

    /** @param columns whether a step selects the output columns; unnecessary if they are already right */
    String text(boolean columns) {
        lines.clear();
        inner.clear();
        neverEmpty.clear();
        List<SqlTables.Table> tables = reader.tables().all();
        List<StepCondition> conditions = conditions();
        lines.add("from " + name(tables.get(0)));
        // As early as they can be: fewer rows are joined then.
        conditions.stream().filter(this::isOfTheFirstTable).forEach(this::where);
        for (int i = 1; i < tables.size(); i++) {
            join(tables.get(i), select.joins().get(i - 1), reader.tables().takenColumns(i));
        }
        conditions.stream().filter(condition -> !isOfTheFirstTable(condition)).forEach(this::where);
        if (select.grouping().isPresent()) {
            groups.write(lines);
        }
        select.items().forEach(this::item);
        List<String> order = select.order().stream().map(this::term).toList();
        boolean later = select.distinct() || select.order().stream().allMatch(this::isOfAnItem);
        if (!later) {
            lines.add("sort by " + String.join(", ", order));
        }
        if (!select.items().isEmpty() && columns) {
            lines.add("columns "
                    + IntStream.range(0, inner.size()).mapToObj(this::aliasOf).collect(Collectors.joining(", ")));
        }
        if (select.distinct()) {
            lines.add("distinct rows");
        }
        last(later ? named(order) : List.of());
        return StepLines.HEADER + "\n" + String.join("\n", lines);
    }

    private List<StepCondition> conditions() {
        return select.where()
                .map(condition -> condition instanceof StepCondition.And and ? and.all() : List.of(condition))
                .orElse(List.of());
    }

    private boolean isOfTheFirstTable(StepCondition condition) {
        return StepMentions.columns(condition).stream().noneMatch(reader.tables()::isTaken);
    }

    private void join(SqlTables.Table table, SimpleSelect.Join join, Map<String, String> columns) {
        String match = join.on()
                .map(on -> StepText.ofJoin(on, table.name()))
                .orElseGet(() -> join.same().stream().map(StepQuoting::name).collect(Collectors.joining(", ")));
        String taken = columns.entrySet().stream()
                .map(one -> as(one.getKey(), one.getValue()))
                .collect(Collectors.joining(", "));
        lines.add("join " + name(table) + " on " + match + (taken.isEmpty() ? "" : ", adding " + taken)
                + (join.kept() ? "; keep all rows" : "; keep only matching rows"));
    }

    private static String name(SqlTables.Table table) {
        String schema = table.schema().isEmpty() ? "" : StepQuoting.name(table.schema()) + ".";
        return schema + StepQuoting.name(table.name());
    }

    private static String as(String column, String name) {
        return column.equals(name)
                ? StepQuoting.name(column)
                : StepQuoting.name(column) + " as " + StepQuoting.name(name);
    }

    private void where(StepCondition condition) {
        lines.add("where " + StepText.of(condition));
    }

    /** The name of an item: its column, or a new unique one for an expression. */
    private void item(SimpleSelect.Item item) {
        StepExpression value = groups.mapped(item.value());
        if (value instanceof StepExpression.Column column) {
            inner.add(column.name());
            return;
        }
        String name = newColumn(item.name());
        lines.add("add column " + StepQuoting.name(name) + " = " + StepText.of(value));
        inner.add(name);
    }

    private String newColumn(String wanted) {
        String name = wanted;
        for (int i = 2; !isFree(name); i++) {
            name = wanted + "_" + i;
        }
        return name;
    }

    private boolean isFree(String name) {
        return reader.tables().isFree(name) && inner.stream().noneMatch(name::equalsIgnoreCase) && groups.isFree(name);
    }

    private String aliasOf(int item) {
        return as(inner.get(item), select.items().get(item).name());
    }

    private boolean isOfAnItem(SimpleSelect.Order order) {
        return itemOf(order) >= 0;
    }

    private int itemOf(SimpleSelect.Order order) {
        return order.item() >= 0
                ? order.item()
                : IntStream.range(0, select.items().size())
                        .filter(i -> select.items()
                                .get(i)
                                .value()
                                .equals(order.value().orElseThrow()))
                        .findFirst()
                        .orElse(-1);
    }

    /** The column that a term sorts by, before the items have their names. */
    private String term(SimpleSelect.Order order) {
        int item = itemOf(order);
        String name = item >= 0 ? inner.get(item) : column(order.value().orElseThrow());
        if (!order.emptyLast()) {
            neverEmpty.add(name);
        }
        return StepQuoting.name(name) + (order.largestFirst() ? " desc" : "");
    }

    private String column(StepExpression value) {
        StepExpression mapped = groups.mapped(value);
        if (mapped instanceof StepExpression.Column column && !select.distinct()) {
            return column.name();
        }
        throw reader.words().unsupported("Steps sort by columns only.");
    }

    /** The same terms, by the names that the items have at last. */
    private List<String> named(List<String> order) {
        List<String> named = new ArrayList<>();
        for (int i = 0; i < order.size(); i++) {
            SimpleSelect.Order one = select.order().get(i);
            String name = select.items().isEmpty()
                    ? order.get(i)
                    : StepQuoting.name(select.items().get(itemOf(one)).name()) + (one.largestFirst() ? " desc" : "");
            named.add(name);
        }
        return named;
    }

    private void last(List<String> order) {
        String by = String.join(", ", order);
        Optional<String> limit = select.limit();
        if (limit.isPresent()) {
            lines.add("first " + limit.get() + " rows" + (by.isEmpty() ? "" : " by " + by));
        } else if (!by.isEmpty()) {
            lines.add("sort by " + by);
        }
    }
}
