package plainsieve.sources.steps;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.Function;
import plainsieve.core.value.Type;

/** Rows in memory and a step-by-step evaluator: deliberately simple, and without product code. */
record Grid(List<Column> columns, List<List<Object>> rows) {
    record Column(String name, Type type) {}

    Grid {
        columns = List.copyOf(columns);
        rows = List.copyOf(rows);
    }

    int at(String name) {
        for (int i = 0; i < columns.size(); i++) {
            if (columns.get(i).name().equals(name)) {
                return i;
            }
        }
        throw new IllegalArgumentException(name);
    }

    boolean has(String name) {
        return columns.stream().anyMatch(column -> column.name().equals(name));
    }

    List<Column> of(Type type) {
        return columns.stream().filter(column -> column.type() == type).toList();
    }

    Grid rows(List<List<Object>> others) {
        return new Grid(columns, others);
    }

    /** Keeps rows for which it is true; false and unknown rows are dropped. */
    Grid where(Function<List<Object>, Boolean> condition) {
        return rows(rows.stream()
                .filter(row -> Boolean.TRUE.equals(condition.apply(row)))
                .toList());
    }

    Grid with(Column column, Function<List<Object>, Object> value) {
        List<Column> all = new ArrayList<>(columns);
        boolean there = has(column.name());
        if (there) {
            all.set(at(column.name()), column);
        } else {
            all.add(column);
        }
        return new Grid(
                all,
                rows.stream().map(row -> with(row, column.name(), there, value)).toList());
    }

    private List<Object> with(List<Object> row, String name, boolean there, Function<List<Object>, Object> value) {
        List<Object> all = new ArrayList<>(row);
        if (there) {
            all.set(at(name), value.apply(row));
        } else {
            all.add(value.apply(row));
        }
        return all;
    }

    Grid narrowed(List<String> names, List<String> called) {
        List<Column> chosen = new ArrayList<>();
        for (int i = 0; i < names.size(); i++) {
            chosen.add(new Column(called.get(i), columns.get(at(names.get(i))).type()));
        }
        List<Integer> places = names.stream().map(this::at).toList();
        return new Grid(chosen, rows.stream().map(row -> picked(row, places)).toList());
    }

    static List<Object> picked(List<Object> row, List<Integer> places) {
        List<Object> all = new ArrayList<>();
        places.forEach(place -> all.add(row.get(place)));
        return all;
    }

    Grid sorted(List<String> by, List<Boolean> largestFirst) {
        List<List<Object>> sorted = new ArrayList<>(rows);
        sorted.sort(order(by, largestFirst));
        return rows(sorted);
    }

    /** By these columns; null sorts last either way. */
    Comparator<List<Object>> order(List<String> by, List<Boolean> largestFirst) {
        Comparator<List<Object>> order = (one, other) -> 0;
        for (int i = 0; i < by.size(); i++) {
            int at = at(by.get(i));
            Comparator<Object> natural = Grid::compared;
            Comparator<Object> directed = Comparator.nullsLast(largestFirst.get(i) ? natural.reversed() : natural);
            order = order.thenComparing(row -> new Cell(row.get(at)), Comparator.comparing(Cell::value, directed));
        }
        return order;
    }

    /* A comparator takes no null for a key. */
    private record Cell(Object value) {}

    static int compared(Object one, Object other) {
        if (one instanceof Number a && other instanceof Number b) {
            return number(a).compareTo(number(b));
        }
        if (one instanceof LocalDateTime || other instanceof LocalDateTime) {
            return moment(one).compareTo(moment(other));
        }
        return one instanceof LocalDate day
                ? day.compareTo((LocalDate) other)
                : ((String) one).compareTo((String) other);
    }

    static LocalDateTime moment(Object value) {
        return value instanceof LocalDate day ? day.atStartOfDay() : (LocalDateTime) value;
    }

    static BigDecimal number(Object value) {
        return new BigDecimal(value.toString());
    }
}
