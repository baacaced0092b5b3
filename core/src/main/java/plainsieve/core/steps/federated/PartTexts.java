package plainsieve.core.steps.federated;

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
import plainsieve.core.federation.SourcePart;
import plainsieve.core.request.RequestText;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.SelectBuilder;
import plainsieve.core.steps.compile.RemoteQuery;
import plainsieve.core.steps.compile.SchemaContext;
import plainsieve.core.steps.compile.StepsAnalysis;
import plainsieve.core.steps.compile.block.CompiledSteps;
import plainsieve.core.steps.model.KnownColumn;
import plainsieve.core.steps.parse.StepLines;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Type;

/** Derives the text of each source part: the rows that the local SQL reads, restricted to needed columns. */
final class PartTexts {
    private final Dialect dialect;
    private final SchemaContext schema;
    private final LocalSchemaContext here;
    private final UsedColumns used;
    private final SourcePart.Location own;

    /** @param sql the local SQL */
    PartTexts(Dialect dialect, SchemaContext schema, LocalSchemaContext here, String sql) {
        this.dialect = dialect;
        this.schema = schema;
        this.here = here;
        this.own = new SourcePart.Location(schema.source(), dialect);
        this.used = new UsedColumns(ParsedQuery.parse(sql, Dialects.HERE));
    }

    /** A part before its possible key transfers are known. */
    private record PartRequest(String name, SourcePart.Location place, List<KnownColumn> columns, String text) {}

    /** The text of each part, in order of first use in the SQL. @param soFar the SQL of the preceding steps */
    List<SourcePart> all(Optional<String> soFar) {
        Map<String, PartRequest> asked = new LinkedHashMap<>();
        for (UsedColumns.Table table : used.tables()) {
            PartRequest one = request(table, soFar);
            PartRequest other = asked.putIfAbsent(one.name().toLowerCase(Locale.ROOT), one);
            if (other != null && !other.equals(one)) {
                throw new ProblemException(Problem.of(
                        ProblemKind.INVALID_STEP,
                        "Two tables would be named “%s” here.".formatted(one.name()),
                        "Take one of them through a query of another name."));
            }
        }
        Set<String> sources = new TreeSet<>();
        asked.values().forEach(one -> sources.add(one.place().source()));
        return asked.values().stream()
                .map(one -> SourcePart.of(
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
        return !from.equals(to) && schema.mayTravel(from, to);
    }

    private static Map<String, Type> types(List<KnownColumn> columns) {
        Map<String, Type> types = new LinkedHashMap<>();
        columns.forEach(column -> column.type().ifPresent(type -> types.put(column.name(), type)));
        return types;
    }

    private PartRequest request(UsedColumns.Table table, Optional<String> soFar) {
        List<KnownColumn> columns = here.columns(table.schema(), table.name()).orElse(List.of());
        List<KnownColumn> needed = used.of(table, columns);
        boolean unqualified = table.schema().isEmpty();
        if (unqualified && soFar.isPresent() && table.name().equals(here.rowsName())) {
            return new PartRequest(table.name(), own, needed, soFar.get());
        }
        Optional<String> query = unqualified ? here.queryCalled(table.name()) : Optional.empty();
        if (query.isPresent()) {
            return ofQuery(table.name(), query.get(), columns, needed);
        }
        SelectBuilder select = SelectBuilder.from(dialect, table.schema(), table.name());
        for (KnownColumn column : needed.size() < columns.size() ? needed : List.<KnownColumn>of()) {
            select = select.select(dialect.quoteName(column.name()));
        }
        return new PartRequest(table.name(), own, needed, select.text());
    }

    private PartRequest ofQuery(String name, String id, List<KnownColumn> columns, List<KnownColumn> needed) {
        String steps = rowsOf(id) + (needed.size() < columns.size() ? "\n" + columns(needed) : "");
        Optional<RemoteQuery> elsewhere = schema.elsewhere(id);
        if (elsewhere.isEmpty()) {
            String sql = read(id, StepsAnalysis.of(steps, dialect, schema));
            return new PartRequest(name, own, needed, sql);
        }
        RemoteQuery other = elsewhere.get();
        SourcePart.Location place = new SourcePart.Location(other.source(), other.dialect());
        boolean whole = RequestText.isRequest(other.text()) || FederatedSteps.isOne(other.text(), other.around());
        if (!whole) {
            String sql = read(id, StepsAnalysis.of(steps, other.dialect(), other.around()));
            return new PartRequest(name, place, needed, sql);
        }
        String text = StepLines.isSteps(other.text())
                ? read(id, FederatedSteps.of(other.text(), other.dialect(), other.around()))
                : other.text();
        return new PartRequest(name, place, columns, text);
    }

    private static String read(String id, StepsAnalysis analysis) {
        return analysis.made()
                .map(CompiledSteps::sql)
                .orElseThrow(() -> new ProblemException(Problem.of(
                        ProblemKind.INVALID_STEP,
                        "Query “%s” cannot be read: %s"
                                .formatted(id, analysis.problems().get(0).message()),
                        "Correct that query first.")));
    }

    /** The SQL of the preceding steps, reduced to columns that are used later. */
    CompiledSteps pruned(String before, StepsAnalysis analysis) {
        List<KnownColumn> columns = analysis.columns();
        List<KnownColumn> needed = used.of(new UsedColumns.Table("", here.rowsName()), columns);
        if (needed.size() == columns.size()) {
            return analysis.statement();
        }
        return StepsAnalysis.of(before + "\n" + columns(needed), dialect, schema)
                .statement();
    }

    private static String columns(List<KnownColumn> columns) {
        return columns.stream()
                .map(column -> FederatedSteps.name(column.name()))
                .collect(Collectors.joining(", ", "columns ", ""));
    }

    /** Steps that are the rows of a query. */
    static String rowsOf(String id) {
        return StepLines.HEADER + "\nfrom query '" + id.replace("'", "''") + "'";
    }
}
