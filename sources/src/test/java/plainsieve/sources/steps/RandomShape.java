package plainsieve.sources.steps;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.SplittableRandom;
import plainsieve.core.value.Type;

/** Steps that pivot, append rows, or test membership. */
final class RandomShape {
    private final SplittableRandom random;
    private final Grid grid;
    private final Map<String, Grid> tables;

    RandomShape(SplittableRandom random, Grid grid, Map<String, Grid> tables) {
        this.random = random;
        this.grid = grid;
        this.tables = tables;
    }

    /** @param name of the new column */
    Optional<Map.Entry<String, Grid>> of(String name) {
        return switch (random.nextInt(5)) {
            case 0 -> toRows(name);
            case 1 -> toColumns(name);
            case 2 -> split(name);
            case 3 -> under();
            default -> among();
        };
    }

    private <T> T any(List<T> all) {
        return all.get(random.nextInt(all.size()));
    }

    private Optional<Map.Entry<String, Grid>> toRows(String name) {
        List<Grid.Column> numbers = grid.of(Type.INTEGER);
        List<Grid.Column> texts = grid.of(Type.TEXT);
        boolean mixed = !texts.isEmpty() && random.nextInt(3) == 0;
        if (numbers.size() < (mixed ? 1 : 2)) {
            return Optional.empty();
        }
        Grid.Column one = numbers.get(0);
        Grid.Column other = mixed ? any(texts) : numbers.get(numbers.size() - 1);
        List<Grid.Column> left = grid.columns().stream()
                .filter(column -> !column.equals(one) && !column.equals(other))
                .toList();
        List<Integer> places =
                left.stream().map(column -> grid.at(column.name())).toList();
        List<Grid.Column> columns = new ArrayList<>(left);
        columns.add(new Grid.Column(name + "k", Type.TEXT));
        columns.add(new Grid.Column(name + "v", mixed ? Type.TEXT : Type.INTEGER));
        List<List<Object>> rows = new ArrayList<>();
        for (List<Object> row : grid.rows()) {
            for (Grid.Column column : List.of(one, other)) {
                List<Object> longer = Grid.picked(row, places);
                longer.add(column.name());
                Object value = row.get(grid.at(column.name()));
                longer.add(mixed && value != null ? value.toString() : value);
                rows.add(longer);
            }
        }
        String words = "unpivot %s, %s as %sk and %sv".formatted(one.name(), other.name(), name, name);
        return Optional.of(Map.entry(words, new Grid(columns, rows)));
    }

    private Optional<Map.Entry<String, Grid>> toColumns(String name) {
        List<Grid.Column> texts = grid.of(Type.TEXT);
        List<Grid.Column> numbers = grid.of(Type.INTEGER);
        if (texts.isEmpty() || numbers.isEmpty()) {
            return Optional.empty();
        }
        Grid.Column text = any(texts);
        Grid.Column key = any(numbers);
        Map<Object, long[]> groups = new LinkedHashMap<>();
        Map<Object, Object> keys = new LinkedHashMap<>();
        for (List<Object> row : grid.rows()) {
            Object value = row.get(grid.at(key.name()));
            keys.putIfAbsent(RandomChain.key(value), value);
            long[] counts = groups.computeIfAbsent(RandomChain.key(value), made -> new long[2]);
            counts[0] += "ab".equals(row.get(grid.at(text.name()))) ? 1 : 0;
            counts[1] += "b".equals(row.get(grid.at(text.name()))) ? 1 : 0;
        }
        List<List<Object>> rows = new ArrayList<>();
        groups.forEach((group, counts) -> rows.add(Arrays.asList(keys.get(group), counts[0], counts[1])));
        Grid after = new Grid(
                List.of(key, new Grid.Column(name + "a", Type.INTEGER), new Grid.Column(name + "b", Type.INTEGER)),
                rows);
        String words =
                "pivot %s 'ab' as %sa, 'b' as %sb: count of rows by %s".formatted(text.name(), name, name, key.name());
        return Optional.of(Map.entry(words, after));
    }

    private Optional<Map.Entry<String, Grid>> split(String name) {
        List<Grid.Column> texts = grid.of(Type.TEXT);
        if (texts.isEmpty()) {
            return Optional.empty();
        }
        Grid.Column text = any(texts);
        String sign = any(List.of("b", "'", "%"));
        int at = grid.at(text.name());
        Grid first = grid.with(new Grid.Column(name + "f", Type.TEXT), row -> part((String) row.get(at), sign, true));
        Grid both = first.with(new Grid.Column(name + "r", Type.TEXT), row -> part((String) row.get(at), sign, false));
        String words = "split %s at '%s' into %sf and %sr".formatted(text.name(), sign.replace("'", "''"), name, name);
        return Optional.of(Map.entry(words, both));
    }

    private static String part(String text, String sign, boolean front) {
        if (text == null) {
            return null;
        }
        int at = text.indexOf(sign);
        if (at < 0) {
            return front ? text : null;
        }
        return front ? text.substring(0, at) : text.substring(at + sign.length());
    }

    /** Only where columns of one name have one type: otherwise databases reject it. */
    private Optional<Map.Entry<String, Grid>> under() {
        String table = any(List.copyOf(tables.keySet()));
        Grid other = tables.get(table);
        boolean fits = other.columns().stream()
                .allMatch(column -> !grid.has(column.name())
                        || grid.columns().get(grid.at(column.name())).equals(column));
        if (!fits) {
            return Optional.empty();
        }
        List<Grid.Column> columns = new ArrayList<>(grid.columns());
        other.columns().stream().filter(column -> !grid.has(column.name())).forEach(columns::add);
        List<List<Object>> rows = new ArrayList<>();
        for (Grid one : List.of(grid, other)) {
            for (List<Object> row : one.rows()) {
                List<Object> filled = new ArrayList<>();
                columns.forEach(column -> filled.add(one.has(column.name()) ? row.get(one.at(column.name())) : null));
                rows.add(filled);
            }
        }
        return Optional.of(Map.entry("union all " + table, new Grid(columns, rows)));
    }

    private Optional<Map.Entry<String, Grid>> among() {
        List<Grid.Column> numbers = grid.of(Type.INTEGER);
        if (numbers.isEmpty()) {
            return Optional.empty();
        }
        Grid.Column number = any(numbers);
        int at = grid.at(number.name());
        boolean among = random.nextBoolean();
        boolean typed = random.nextBoolean();
        String table = any(List.copyOf(tables.keySet()));
        List<Object> values = typed
                ? List.of(2L, 3L)
                : tables.get(table).rows().stream()
                        .map(row -> row.get(tables.get(table).at("a")))
                        .filter(Objects::nonNull)
                        .toList();
        String words = "keep rows whose %s is %s %s"
                .formatted(number.name(), among ? "in" : "not in", typed ? "values (n): (2), (3)" : "a of " + table);
        return Optional.of(Map.entry(
                words,
                grid.where(row -> among
                        == (row.get(at) != null
                                && values.stream().anyMatch(value -> Grid.compared(value, row.get(at)) == 0)))));
    }
}
