package plainsieve.sources.steps;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.function.BiFunction;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import plainsieve.core.value.Type;

/** Rows of a table joined with those of a chain, or tested for existence. */
final class RandomJoin {
    private final SplittableRandom random;
    private final Grid grid;
    private final Map<String, Grid> tables;

    RandomJoin(SplittableRandom random, Grid grid, Map<String, Grid> tables) {
        this.random = random;
        this.grid = grid;
        this.tables = tables;
    }

    /** @param holds whether two rows match */
    private record Match(String words, BiFunction<List<Object>, List<Object>, Boolean> holds) {}

    private Optional<Match> match(Grid theirs) {
        List<Grid.Column> same = theirs.columns().stream()
                .filter(column -> grid.has(column.name())
                        && grid.columns().get(grid.at(column.name())).type() == column.type())
                .filter(column -> column.type() == Type.INTEGER || column.type() == Type.TEXT)
                .toList();
        List<Grid.Column> numbers = grid.of(Type.INTEGER);
        if (!same.isEmpty() && random.nextBoolean()) {
            Grid.Column column = same.get(random.nextInt(same.size()));
            int own = grid.at(column.name());
            int other = theirs.at(column.name());
            return Optional.of(new Match("on " + column.name(), (ours, them) -> equal(ours.get(own), them.get(other))));
        }
        if (numbers.isEmpty()) {
            return Optional.empty();
        }
        Grid.Column number = numbers.get(random.nextInt(numbers.size()));
        int own = grid.at(number.name());
        int id = theirs.at("id");
        int a = theirs.at("a");
        return Optional.of(new Match(
                "on %s.id = " + number.name() + " and %s.a >= 0",
                (ours, them) -> equal(ours.get(own), them.get(id)) && them.get(a) != null && (Long) them.get(a) >= 0));
    }

    private static boolean equal(Object one, Object other) {
        return one != null && other != null && Grid.compared(one, other) == 0;
    }

    Optional<Map.Entry<String, Grid>> beside(String name) {
        String table = List.copyOf(tables.keySet()).get(random.nextInt(tables.size()));
        Grid theirs = tables.get(table);
        Grid.Column taken = theirs.columns().get(random.nextInt(theirs.columns().size()));
        boolean kept = random.nextBoolean();
        return match(theirs)
                .map(match -> Map.entry(
                        "join " + table + " " + match.words().replace("%s", table) + ", adding " + taken.name() + " as "
                                + name + "; " + (kept ? "keep all rows" : "keep only matching rows"),
                        joined(theirs, match, taken, new Joined(name, kept))));
    }

    private record Joined(String name, boolean kept) {}

    private Grid joined(Grid theirs, Match match, Grid.Column taken, Joined how) {
        int at = theirs.at(taken.name());
        List<List<Object>> rows = new ArrayList<>();
        for (List<Object> row : grid.rows()) {
            boolean any = false;
            for (List<Object> them : theirs.rows()) {
                if (Boolean.TRUE.equals(match.holds().apply(row, them))) {
                    any = true;
                    rows.add(longer(row, them.get(at)));
                }
            }
            if (!any && how.kept()) {
                rows.add(longer(row, null));
            }
        }
        List<Grid.Column> columns = new ArrayList<>(grid.columns());
        columns.add(new Grid.Column(how.name(), taken.type()));
        return new Grid(columns, rows);
    }

    private static List<Object> longer(List<Object> row, Object more) {
        List<Object> longer = new ArrayList<>(row);
        longer.add(more);
        return longer;
    }

    private static List<Object> given(String query, Grid tides, List<List<Object>> found) {
        Stream<Object> ids = found.stream().map(tide -> tide.get(tides.at("id")));
        return switch (query) {
            case "count" -> List.of((Object) (long) found.size());
            case "groups" ->
                found.stream()
                        .collect(Collectors.groupingBy(tide -> RandomChain.key(tide.get(tides.at("t")))))
                        .values()
                        .stream()
                        .map(group -> (Object) (long) group.size())
                        .toList();
            case "firsts" ->
                ids.sorted(Comparator.comparing(id -> -(Long) id)).limit(2).toList();
            default -> ids.toList();
        };
    }

    /** A query called for each row: its rows, their count, the counts of groups, or the first row. */
    Optional<Map.Entry<String, Grid>> called(String name) {
        List<Grid.Column> numbers = grid.of(Type.INTEGER);
        if (numbers.isEmpty()) {
            return Optional.empty();
        }
        String query = List.of("above", "count", "groups", "firsts").get(random.nextInt(4));
        Grid.Column low = numbers.get(random.nextInt(numbers.size()));
        Grid tides = tables.get("tides");
        List<List<Object>> rows = new ArrayList<>();
        for (List<Object> row : grid.rows()) {
            Object least = row.get(grid.at(low.name()));
            List<List<Object>> found = tides.rows().stream()
                    .filter(tide -> least != null
                            && tide.get(tides.at("a")) != null
                            && Grid.compared(tide.get(tides.at("a")), least) >= 0)
                    .toList();
            List<Object> given = given(query, tides, found);
            given.forEach(one -> rows.add(longer(row, one)));
            if (given.isEmpty()) {
                rows.add(longer(row, null));
            }
        }
        List<Grid.Column> columns = new ArrayList<>(grid.columns());
        columns.add(new Grid.Column(name, Type.INTEGER));
        String words = "join query '%s' called with :low = %s, adding tide as %s; keep all rows"
                .formatted(query, low.name(), name);
        return Optional.of(Map.entry(words, new Grid(columns, rows)));
    }

    Optional<Map.Entry<String, Grid>> presence() {
        String table = List.copyOf(tables.keySet()).get(random.nextInt(tables.size()));
        Grid theirs = tables.get(table);
        boolean with = random.nextBoolean();
        return match(theirs)
                .map(match -> Map.entry(
                        "keep rows " + (with ? "with" : "without") + " a match in " + table + " "
                                + match.words().replace("%s", table),
                        grid.where(row -> with
                                == theirs.rows().stream()
                                        .anyMatch(them -> match.holds().apply(row, them)))));
    }
}
