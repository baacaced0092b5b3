package plainsieve.core.steps.several;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.request.RequestText;
import plainsieve.core.sides.Side;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.SelectText;
import plainsieve.core.steps.read.StepLines;
import plainsieve.core.steps.sql.Around;
import plainsieve.core.steps.sql.Elsewhere;
import plainsieve.core.steps.sql.Made;
import plainsieve.core.steps.sql.StepsReading;
import plainsieve.core.steps.step.KnownColumn;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;

/** Says what every source is asked for: the rows that the SQL here reads, of their columns those that it can need. */
final class SideTexts {
    private final Dialect dialect;
    private final Around around;
    private final AroundHere here;
    private final UsedColumns used;
    private final Side.Place own;

    /** @param sql what is asked here */
    SideTexts(Dialect dialect, Around around, AroundHere here, String sql) {
        this.dialect = dialect;
        this.around = around;
        this.here = here;
        this.own = new Side.Place(around.source(), dialect);
        this.used = new UsedColumns(ParsedQuery.parse(sql, Dialects.HERE));
    }

    /** A side before it is known whose values it may be sent. */
    private record Asked(String name, Side.Place place, List<KnownColumn> columns, String text) {}

    /** What each is asked for, in the order in which it first stands in the SQL. @param soFar the SQL of the steps in front */
    List<Side> all(Optional<String> soFar) {
        Map<String, Asked> asked = new LinkedHashMap<>();
        for (UsedColumns.Table table : used.tables()) {
            Asked one = asked(table, soFar);
            Asked other = asked.putIfAbsent(one.name().toLowerCase(Locale.ROOT), one);
            if (other != null && !other.equals(one)) {
                throw new ProblemException(Problem.of(
                        "same-name",
                        "Two tables would both be called “%s” here.".formatted(one.name()),
                        "Take one of them through a query of another name."));
            }
        }
        Set<String> sources = new TreeSet<>();
        asked.values().forEach(one -> sources.add(one.place().source()));
        return asked.values().stream()
                .map(one -> Side.of(
                        one.name(),
                        one.place(),
                        types(one.columns()),
                        sources.stream()
                                .filter(from -> mayTravel(from, one.place().source()))
                                .collect(Collectors.toSet()),
                        one.text()))
                .toList();
    }

    private boolean mayTravel(String from, String to) {
        return !from.equals(to) && around.mayTravel(from, to);
    }

    private static Map<String, Type> types(List<KnownColumn> columns) {
        Map<String, Type> types = new LinkedHashMap<>();
        columns.forEach(column -> column.type().ifPresent(type -> types.put(column.name(), type)));
        return types;
    }

    private Asked asked(UsedColumns.Table table, Optional<String> soFar) {
        List<KnownColumn> columns = here.columns(table.schema(), table.name()).orElse(List.of());
        List<KnownColumn> needed = used.of(table, columns);
        boolean unqualified = table.schema().isEmpty();
        if (unqualified && soFar.isPresent() && table.name().equals(here.rowsName())) {
            return new Asked(table.name(), own, needed, soFar.get());
        }
        Optional<String> query = unqualified ? here.queryCalled(table.name()) : Optional.empty();
        if (query.isPresent()) {
            return ofQuery(table.name(), query.get(), columns, needed);
        }
        SelectText select = SelectText.from(dialect, table.schema(), table.name());
        for (KnownColumn column : needed.size() < columns.size() ? needed : List.<KnownColumn>of()) {
            select = select.select(dialect.quoteName(column.name()));
        }
        return new Asked(table.name(), own, needed, select.text());
    }

    private Asked ofQuery(String name, String id, List<KnownColumn> columns, List<KnownColumn> needed) {
        String steps = rowsOf(id) + (needed.size() < columns.size() ? "\n" + columns(needed) : "");
        Optional<Elsewhere> elsewhere = around.elsewhere(id);
        if (elsewhere.isEmpty()) {
            String sql = read(id, StepsReading.of(steps, dialect, around));
            return new Asked(name, own, needed, sql);
        }
        Elsewhere other = elsewhere.get();
        Side.Place place = new Side.Place(other.source(), other.dialect());
        boolean whole = RequestText.isRequest(other.text()) || SeveralSteps.isOne(other.text(), other.around());
        if (!whole) {
            String sql = read(id, StepsReading.of(steps, other.dialect(), other.around()));
            return new Asked(name, place, needed, sql);
        }
        String text = StepLines.isSteps(other.text())
                ? read(id, SeveralSteps.of(other.text(), other.dialect(), other.around()))
                : other.text();
        return new Asked(name, place, columns, text);
    }

    private static String read(String id, StepsReading reading) {
        return reading.made()
                .map(Made::sql)
                .orElseThrow(() -> new ProblemException(Problem.of(
                        "query-broken",
                        "Query “%s” cannot be read: %s"
                                .formatted(id, reading.problems().get(0).message()),
                        "Mend that query first.")));
    }

    /** The SQL of the steps in front, with those columns alone that are needed behind them. */
    Made pruned(String before, StepsReading reading) {
        List<KnownColumn> columns = reading.columns();
        List<KnownColumn> needed = used.of(new UsedColumns.Table("", here.rowsName()), columns);
        if (needed.size() == columns.size()) {
            return reading.statement();
        }
        return StepsReading.of(before + "\n" + columns(needed), dialect, around).statement();
    }

    private static String columns(List<KnownColumn> columns) {
        return columns.stream()
                .map(column -> SeveralSteps.name(column.name()))
                .collect(Collectors.joining(", ", "columns ", ""));
    }

    /** Steps that are the rows of a query. */
    static String rowsOf(String id) {
        return StepLines.HEADER + "\nrows of query '" + id.replace("'", "''") + "'";
    }
}
