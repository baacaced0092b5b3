package plainsieve.sources.steps;

import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.SplittableRandom;
import plainsieve.core.value.Type;

/** Totals of a chain's rows. */
final class RandomTotal {
    private final SplittableRandom random;
    private final Grid grid;

    RandomTotal(SplittableRandom random, Grid grid) {
        this.random = random;
        this.grid = grid;
    }

    private record Figure(String words, Type type, java.util.function.Function<List<List<Object>>, Object> value) {}

    /** @param name prefix of its figures, followed by a number */
    Optional<Map.Entry<String, Grid>> of(String name) {
        List<Grid.Column> keys = new ArrayList<>();
        grid.columns().stream()
                .filter(column -> column.type() != Type.DECIMAL && random.nextInt(4) == 0)
                .limit(2)
                .forEach(keys::add);
        List<Figure> figures = new ArrayList<>();
        for (int i = random.nextInt(1, 4); i > 0; i--) {
            figures.add(figure());
        }
        List<Grid.Column> columns = new ArrayList<>(keys);
        List<String> words = new ArrayList<>();
        for (Figure figure : figures) {
            String called = name + "_" + (words.size() + 1);
            columns.add(new Grid.Column(called, figure.type()));
            words.add(figure.words() + " as " + called);
        }
        boolean above = !keys.isEmpty() && random.nextInt(3) == 0;
        List<List<Object>> rows = new ArrayList<>();
        for (int level = keys.size(); level >= (above ? 0 : keys.size()); level--) {
            rows.addAll(level(keys, level, figures, above));
        }
        if (above) {
            columns.add(new Grid.Column(name + "_level", Type.INTEGER));
        }
        String behind = above ? "; with subtotals as " + name + "_level" : "";
        String by = String.join(", ", keys.stream().map(Grid.Column::name).toList());
        String lead = keys.isEmpty() ? "aggregate all rows: " : "group by " + by + ": ";
        return Optional.of(Map.entry(lead + String.join(", ", words) + behind, new Grid(columns, rows)));
    }

    /** The groups of the first keys; the other keys are null. @param said whether each row has the number of groups */
    private List<List<Object>> level(List<Grid.Column> keys, int level, List<Figure> figures, boolean said) {
        List<Integer> places =
                keys.subList(0, level).stream().map(key -> grid.at(key.name())).toList();
        Map<List<Object>, List<List<Object>>> groups = new LinkedHashMap<>();
        if (level == 0) {
            groups.put(List.of(), new ArrayList<>());
        }
        for (List<Object> row : grid.rows()) {
            List<Object> key =
                    Grid.picked(row, places).stream().map(RandomChain::key).toList();
            groups.computeIfAbsent(key, one -> new ArrayList<>()).add(row);
        }
        List<List<Object>> rows = new ArrayList<>();
        groups.forEach((key, group) -> {
            List<Object> row = level == 0 ? new ArrayList<>() : new ArrayList<>(Grid.picked(group.get(0), places));
            keys.subList(level, keys.size()).forEach(other -> row.add(null));
            figures.forEach(figure -> row.add(figure.value().apply(group)));
            if (said) {
                row.add((long) level);
            }
            rows.add(row);
        });
        return rows;
    }

    private Figure figure() {
        Grid.Column column = grid.columns().get(random.nextInt(grid.columns().size()));
        int at = grid.at(column.name());
        List<Grid.Column> numbers = grid.of(Type.INTEGER);
        // Fractions that display alike differ in their last digit: they are not counted.
        switch (random.nextInt(column.type() == Type.DECIMAL ? 1 : 0, 6)) {
            case 1 -> {
                return new Figure("count of rows", Type.INTEGER, rows -> (long) rows.size());
            }
            case 0 -> {
                return new Figure("count of distinct " + column.name(), Type.INTEGER, rows -> values(rows, at).stream()
                        .map(RandomChain::key)
                        .distinct()
                        .count());
            }
            case 2 -> {
                RandomCondition.TextExpression where = new RandomCondition(random, grid).of(1);
                return new Figure("count of rows where " + where.words(), Type.INTEGER, rows -> rows.stream()
                        .filter(row -> Boolean.TRUE.equals(where.value().apply(row)))
                        .count());
            }
            case 3 -> {
                boolean largest = random.nextBoolean();
                return new Figure(
                        (largest ? "maximum of " : "minimum of ") + column.name(),
                        column.type(),
                        rows -> values(rows, at).stream()
                                .reduce((a, b) -> Grid.compared(a, b) > 0 == largest ? a : b)
                                .orElse(null));
            }
            default -> {
                if (numbers.isEmpty()) {
                    return new Figure("count of rows", Type.INTEGER, rows -> (long) rows.size());
                }
                Grid.Column number = numbers.get(random.nextInt(numbers.size()));
                return ofNumbers(number.name(), grid.at(number.name()), random.nextBoolean());
            }
        }
    }

    private static Figure ofNumbers(String name, int at, boolean average) {
        return new Figure((average ? "average of " : "sum of ") + name, average ? Type.DECIMAL : Type.INTEGER, rows -> {
            List<Object> values = values(rows, at);
            if (values.isEmpty()) {
                return null;
            }
            BigDecimal sum = values.stream().map(Grid::number).reduce(BigDecimal.ZERO, BigDecimal::add);
            return average
                    ? sum.divide(BigDecimal.valueOf(values.size()), MathContext.DECIMAL64)
                    : (Object) sum.longValue();
        });
    }

    private static List<Object> values(List<List<Object>> rows, int at) {
        return rows.stream().map(row -> row.get(at)).filter(Objects::nonNull).toList();
    }
}
