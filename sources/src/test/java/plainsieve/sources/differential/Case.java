package plainsieve.sources.differential;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.parameter.ChoiceReader;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.Measure;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.rewrite.filter.AddedFilter;
import plainsieve.core.statement.Statement;

/**
 * A query with choices on one kind of database, with its expected result.
 *
 * @param added a filter on the query's result
 * @param totals whether rows are counted and summed by port on top
 */
record Case(String kind, Rel rel, Map<String, ChoiceText> choices, Optional<Added> added, boolean totals) {
    /** A filter that a viewer adds on an output column. */
    enum Added {
        PORT,
        DELAY
    }

    private static final Map<String, Parameter> PARAMETERS =
            CaseMaker.PARAMETERS.stream().collect(Collectors.toMap(Parameter::name, parameter -> parameter));

    /** The rewritten statement. */
    Statement statement() {
        PreparedQuery query = PreparedQuery.of(rel.sql(kind), Dialects.of(kind))
                .with(added.stream().map(Case::filter).toList());
        ResultShape shape = totals
                ? ResultShape.totals(
                        List.of("port"),
                        List.of(Measure.countOfRows(), new Measure(Measure.Function.SUM, Optional.of("delay"))),
                        ResultShape.Order.KEYS)
                : ResultShape.allRows();
        return query.rewrite(
                new Choices(PARAMETERS, ChoiceReader.readAll(PARAMETERS, choices)), shape, Statement.NO_CAP);
    }

    private static AddedFilter filter(Added added) {
        return added == Added.PORT
                ? AddedFilter.anyOf("port", "added_port")
                : AddedFilter.compared("delay", AddedFilter.Comparison.GREATER_OR_EQUAL, "added_delay");
    }

    /** The expected rows, computed row by row: each as text, sorted. */
    List<String> expected() {
        Env env = new Env(choices, kind);
        List<Map<String, Object>> rows = rel.rows(env).stream()
                .filter(row -> added.flatMap(filter -> condition(filter).eval(row, env))
                                .orElse(Cond.Truth.TRUE)
                        == Cond.Truth.TRUE)
                .toList();
        return (totals ? totalled(rows) : rows)
                .stream()
                        .map(row -> Cells.text(new ArrayList<>(row.values())))
                        .sorted()
                        .toList();
    }

    private static Cond condition(Added added) {
        return added == Added.PORT
                ? Cond.many("port", "added_port", false, Optional.empty(), "")
                : Cond.one("delay", ">=", "added_delay", "");
    }

    private static List<Map<String, Object>> totalled(List<Map<String, Object>> rows) {
        Map<Object, List<Map<String, Object>>> groups = new LinkedHashMap<>();
        rows.forEach(row -> groups.computeIfAbsent(row.get("port"), port -> new ArrayList<>())
                .add(row));
        List<Map<String, Object>> out = new ArrayList<>();
        groups.forEach((port, group) -> {
            List<Long> known = group.stream()
                    .map(row -> (Long) row.get("delay"))
                    .filter(Objects::nonNull)
                    .toList();
            Map<String, Object> row = new LinkedHashMap<>();
            row.put("port", port);
            row.put("count", (long) group.size());
            row.put(
                    "sum",
                    known.isEmpty()
                            ? null
                            : known.stream().mapToLong(Long::longValue).sum());
            out.add(row);
        });
        return out;
    }

    /** Simpler cases that may fail in the same way. */
    Stream<Case> smaller() {
        Stream<Case> without = Stream.of(
                        added.map(filter -> new Case(kind, rel, choices, Optional.empty(), totals)),
                        Optional.of(new Case(kind, rel, choices, added, false)).filter(c -> totals))
                .flatMap(Optional::stream);
        Stream<Case> simpler = rel.smaller().map(smaller -> new Case(kind, smaller, choices, added, totals));
        Stream<Case> fewer = choices.entrySet().stream()
                .filter(choice -> choice.getValue().values().size() > 1)
                .map(choice -> {
                    Map<String, ChoiceText> half = new LinkedHashMap<>(choices);
                    List<String> values = choice.getValue().values();
                    half.put(choice.getKey(), ChoiceText.of(values.subList(0, values.size() / 2)));
                    return new Case(kind, rel, half, added, totals);
                });
        return Stream.of(without, simpler, fewer).flatMap(s -> s);
    }

    @Override
    public String toString() {
        return kind + "\n" + rel.sql(kind) + "\nadded: " + added + ", totals: " + totals + "\nchosen: " + choices;
    }
}
