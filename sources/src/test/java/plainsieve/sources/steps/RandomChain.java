package plainsieve.sources.steps;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SplittableRandom;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

/** A random chain of steps, with the rows that it returns. */
final class RandomChain {
    private static final int MOST_ROWS = 90;

    private final SplittableRandom random;
    private final Map<String, Grid> tables = StepsTables.all();
    private final List<String> lines = new ArrayList<>();
    private final Map<String, Parameter> parameters = new LinkedHashMap<>();
    private final Map<String, Choice> choices = new HashMap<>();
    private Grid grid;
    private int names;

    RandomChain(long seed, int steps) {
        this.random = new SplittableRandom(seed);
        begin();
        while (lines.size() < steps + 1) {
            step();
        }
    }

    String text() {
        return "steps 1\n" + String.join("\n", lines);
    }

    Grid grid() {
        return grid;
    }

    Map<String, Parameter> parameters() {
        return parameters;
    }

    Map<String, Choice> choices() {
        return choices;
    }

    private String name() {
        return "x" + ++names;
    }

    private <T> T any(List<T> all) {
        return all.get(random.nextInt(all.size()));
    }

    private List<String> columns() {
        return grid.columns().stream().map(Grid.Column::name).toList();
    }

    private void begin() {
        String table = any(List.copyOf(tables.keySet()));
        lines.add("from " + table);
        grid = tables.get(table);
        if (random.nextInt(8) == 0) {
            typed();
        }
    }

    private void typed() {
        List<List<Object>> rows = List.of(Arrays.asList(1L, "ab"), Arrays.asList(2L, null), Arrays.asList(1L, "o'x"));
        grid = new Grid(List.of(new Grid.Column("a", Type.INTEGER), new Grid.Column("t", Type.TEXT)), rows);
        lines.set(0, "from values (a, t): (1, 'ab'), (2, no value), (1, 'o''x')");
    }

    /** Keeps a step if its rows can be compared. */
    private void keep(String line, Grid after) {
        if (after.rows().size() <= MOST_ROWS && after.columns().size() <= 14) {
            lines.add(line);
            grid = after;
        }
    }

    private void step() {
        switch (random.nextInt(19)) {
            case 0, 1 -> where();
            case 2 -> chosen();
            case 3, 4 -> new RandomJoin(random, grid, tables).beside(name()).ifPresent(this::keep);
            case 5 -> new RandomJoin(random, grid, tables).presence().ifPresent(this::keep);
            case 6 -> newColumn();
            case 7 -> columnsAlone();
            case 8 -> rename();
            case 9 -> distinct();
            case 10, 11 -> new RandomTotal(random, grid).of(name()).ifPresent(this::keep);
            case 12 -> first();
            case 13 -> firstOfEach();
            case 14 -> running();
            case 17 -> new RandomJoin(random, grid, tables).called(name()).ifPresent(this::keep);
            case 15, 16 -> new RandomShape(random, grid, tables).of(name()).ifPresent(this::keep);
            default -> fillOrReplace();
        }
    }

    /** Excludes fractions, which databases truncate differently. */
    private void distinct() {
        if (grid.of(Type.DECIMAL).isEmpty()) {
            keep("distinct rows", grid.rows(new ArrayList<>(new LinkedHashSet<>(grid.rows()))));
        }
    }

    /** A column whose values are the same everywhere. */
    private String exact() {
        List<String> exact = grid.columns().stream()
                .filter(column -> column.type() != Type.DECIMAL)
                .map(Grid.Column::name)
                .toList();
        return any(exact.isEmpty() ? columns() : exact);
    }

    private void keep(Map.Entry<String, Grid> step) {
        keep(step.getKey(), step.getValue());
    }

    private void where() {
        RandomCondition.TextExpression condition = new RandomCondition(random, grid).of(2);
        keep("where " + condition.words(), grid.where(condition.value()));
    }

    /** A condition with a parameter, which may be blank, one value or several. */
    private void chosen() {
        List<Grid.Column> columns = grid.columns().stream()
                .filter(column -> column.type() == Type.INTEGER || column.type() == Type.TEXT)
                .toList();
        if (columns.isEmpty()) {
            return;
        }
        Grid.Column column = any(columns);
        String parameter = "p" + (parameters.size() + 1);
        boolean many = random.nextBoolean();
        List<TextExpression> values = new ArrayList<>();
        for (int i = random.nextInt(many ? 4 : 2); i > 0; i--) {
            values.add(new RandomExpression(random, grid).fixed(column.type()));
        }
        Parameter made = Parameter.of(parameter, column.type());
        parameters.put(parameter, many ? made.asMultiple() : made);
        choices.put(parameter, choice(values, many));
        int at = grid.at(column.name());
        Grid after = values.isEmpty()
                ? grid
                : grid.where(row -> row.get(at) == null
                        ? null
                        : values.stream()
                                .anyMatch(value ->
                                        Grid.compared(row.get(at), value.value().apply(row)) == 0));
        lines.add("where " + column.name() + (many ? " in (:" + parameter + ")" : " = :" + parameter));
        grid = after;
    }

    private static Choice choice(List<TextExpression> values, boolean many) {
        List<Value> all = values.stream()
                .map(value -> typed(value.value().apply(List.of())))
                .toList();
        if (all.isEmpty()) {
            return new Choice.Blank();
        }
        return many ? new Choice.Many(all, false) : new Choice.One(all.get(0));
    }

    private static Value typed(Object value) {
        return value instanceof Long number ? new Value.Whole(number) : new Value.Text((String) value);
    }

    private void newColumn() {
        Type type = any(List.of(Type.INTEGER, Type.TEXT, Type.DECIMAL, Type.DATE));
        TextExpression value = new RandomExpression(random, grid).of(type, 2);
        String name = name();
        keep("add column " + name + " = " + value.words(), grid.with(new Grid.Column(name, type), value.value()));
    }

    private void columnsAlone() {
        List<String> names = new ArrayList<>(columns());
        while (names.size() > 1 && random.nextInt(3) > 0) {
            names.remove(random.nextInt(names.size()));
        }
        if (random.nextBoolean() && names.size() < columns().size()) {
            List<String> gone =
                    columns().stream().filter(column -> !names.contains(column)).toList();
            keep("drop columns " + String.join(", ", gone), grid.narrowed(names, names));
            return;
        }
        List<String> called = new ArrayList<>(names);
        String words = names.get(0);
        if (random.nextBoolean()) {
            called.set(0, name());
            words = names.get(0) + " as " + called.get(0);
        }
        for (String name : names.subList(1, names.size())) {
            words = words + ", " + name;
        }
        keep("columns " + words, grid.narrowed(names, called));
    }

    private void rename() {
        String from = any(columns());
        String to = name();
        List<String> called =
                columns().stream().map(name -> name.equals(from) ? to : name).toList();
        keep("rename " + from + " to " + to, grid.narrowed(columns(), called));
    }

    /** By every column, so that only equal rows have no defined order. */
    private Map.Entry<String, Grid> order(Set<String> leadingFirst) {
        List<String> by = new ArrayList<>(leadingFirst);
        columns().stream().filter(column -> !by.contains(column)).forEach(by::add);
        List<Boolean> largest = new ArrayList<>();
        List<String> words = new ArrayList<>();
        for (String column : by) {
            largest.add(random.nextInt(3) == 0);
            words.add(column + (largest.get(largest.size() - 1) ? " desc" : ""));
        }
        return Map.entry(String.join(", ", words), grid.sorted(by, largest));
    }

    private void first() {
        int count = random.nextInt(1, 12);
        Map.Entry<String, Grid> order = order(Set.of(exact()));
        List<List<Object>> rows = order.getValue().rows();
        keep("first " + count + " rows by " + order.getKey(), grid.rows(rows.subList(0, Math.min(count, rows.size()))));
    }

    private void firstOfEach() {
        int count = random.nextInt(1, 4);
        String each = exact();
        Map.Entry<String, Grid> order = order(Set.of(exact()));
        Map<Object, Integer> seen = new HashMap<>();
        int at = grid.at(each);
        List<List<Object>> kept = order.getValue().rows().stream()
                .filter(row -> seen.merge(key(row.get(at)), 1, Integer::sum) <= count)
                .toList();
        keep("first " + count + " rows of each " + each + " by " + order.getKey(), grid.rows(kept));
    }

    static Object key(Object value) {
        return value instanceof Number number
                ? Grid.number(number).stripTrailingZeros()
                : Optional.ofNullable(value).orElse("(none)");
    }

    private void running() {
        String each = exact();
        Map.Entry<String, Grid> order = order(Set.of(exact()));
        List<Grid.Column> numbers = grid.of(Type.INTEGER);
        String of = numbers.isEmpty() ? "1" : any(numbers).name();
        String name = name();
        Map<Object, Long> sums = new HashMap<>();
        int group = grid.at(each);
        Grid sorted = order.getValue();
        List<List<Object>> rows = new ArrayList<>();
        for (List<Object> row : sorted.rows()) {
            Object value = numbers.isEmpty() ? (Object) 1L : row.get(sorted.at(of));
            Object key = key(row.get(group));
            if (value != null) {
                sums.merge(key, (Long) value, Long::sum);
            }
            List<Object> longer = new ArrayList<>(row);
            longer.add(sums.get(key));
            rows.add(longer);
        }
        List<Grid.Column> columns = new ArrayList<>(grid.columns());
        columns.add(new Grid.Column(name, Type.INTEGER));
        keep(
                "running total of " + of + " as " + name + " of each " + each + " by " + order.getKey(),
                new Grid(columns, rows));
    }

    private void fillOrReplace() {
        Grid.Column column = any(grid.columns());
        RandomExpression expressions = new RandomExpression(random, grid);
        TextExpression with = expressions.fixed(column.type());
        int at = grid.at(column.name());
        if (random.nextBoolean()) {
            keep(
                    "fill blanks of " + column.name() + " with " + with.words(),
                    grid.with(column, row -> row.get(at) == null ? with.value().apply(row) : row.get(at)));
            return;
        }
        TextExpression what = expressions.fixed(column.type());
        keep(
                "replace in " + column.name() + ": " + what.words() + " with " + with.words(),
                grid.with(
                        column,
                        row -> row.get(at) != null
                                        && Grid.compared(
                                                        row.get(at),
                                                        what.value().apply(row))
                                                == 0
                                ? with.value().apply(row)
                                : row.get(at)));
    }
}
