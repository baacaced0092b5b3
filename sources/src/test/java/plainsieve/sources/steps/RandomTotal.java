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

    /** @param name what its figures are called, with a number each */
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
        Map<List<Object>, List<List<Object>>> groups = new LinkedHashMap<>();
        if (keys.isEmpty()) {
            groups.put(List.of(), new ArrayList<>());
        }
        List<Integer> places = keys.stream().map(key -> grid.at(key.name())).toList();
        for (List<Object> row : grid.rows()) {
            groups.computeIfAbsent(
                            Grid.picked(row, places).stream()
                                    .map(RandomChain::key)
                                    .toList(),
                            key -> new ArrayList<>())
                    .add(row);
        }
        List<Grid.Column> columns = new ArrayList<>(keys);
        List<String> words = new ArrayList<>();
        for (Figure figure : figures) {
            String called = name + "_" + (words.size() + 1);
            columns.add(new Grid.Column(called, figure.type()));
            words.add(figure.words() + " as " + called);
        }
        List<List<Object>> rows = new ArrayList<>();
        groups.forEach((key, group) -> {
            List<Object> row = keys.isEmpty() ? new ArrayList<>() : new ArrayList<>(Grid.picked(group.get(0), places));
            figures.forEach(figure -> row.add(figure.value().apply(group)));
            rows.add(row);
        });
        String by = String.join(", ", keys.stream().map(Grid.Column::name).toList());
        String lead = keys.isEmpty() ? "total of everything: " : "total by " + by + ": ";
        return Optional.of(Map.entry(lead + String.join(", ", words), new Grid(columns, rows)));
    }

    private Figure figure() {
        Grid.Column column = grid.columns().get(random.nextInt(grid.columns().size()));
        int at = grid.at(column.name());
        List<Grid.Column> numbers = grid.of(Type.INTEGER);
        switch (random.nextInt(6)) {
            case 0 -> {
                return new Figure("number of rows", Type.INTEGER, rows -> (long) rows.size());
            }
            case 1 -> {
                return new Figure(
                        "number of different " + column.name(), Type.INTEGER, rows -> values(rows, at).stream()
                                .map(RandomChain::key)
                                .distinct()
                                .count());
            }
            case 2 -> {
                RandomCondition.Worded where = new RandomCondition(random, grid).of(1);
                return new Figure("number of rows where " + where.words(), Type.INTEGER, rows -> rows.stream()
                        .filter(row -> Boolean.TRUE.equals(where.value().apply(row)))
                        .count());
            }
            case 3 -> {
                boolean largest = random.nextBoolean();
                return new Figure(
                        (largest ? "largest " : "smallest ") + column.name(),
                        column.type(),
                        rows -> values(rows, at).stream()
                                .reduce((a, b) -> Grid.compared(a, b) > 0 == largest ? a : b)
                                .orElse(null));
            }
            default -> {
                if (numbers.isEmpty()) {
                    return new Figure("number of rows", Type.INTEGER, rows -> (long) rows.size());
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
