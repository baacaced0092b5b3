package plainsieve.server.editing.assist;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.sql.SelectBuilder;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Type;
import plainsieve.server.definitions.model.NotFoundException;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.people.Caller;
import plainsieve.server.sources.RunListener;
import plainsieve.server.sources.ShownValue;
import plainsieve.server.sources.StatementSender;
import plainsieve.server.sources.sent.Purpose;
import plainsieve.server.sources.sent.StatementOrigin;
import plainsieve.sources.Catalog;
import plainsieve.sources.Column;

/** The first rows of a table, and the initial text of a query on it. */
@Service
public class TablePreview {
    private static final int ROWS = 20;
    private static final int LONGEST_LINE = 88;
    private static final Set<String> USUAL_SCHEMAS = Set.of("public", "main");

    private final StatementSender statementSender;

    TablePreview(StatementSender statementSender) {
        this.statementSender = statementSender;
    }

    /** @param rows each value null, a boolean, a number, or text */
    public record PreviewRows(List<Column> columns, List<List<Object>> rows) {}

    /**
     * The initial text of a query.
     *
     * @param parameters for its arguments
     */
    public record QueryStart(String text, List<ParameterDefinition> parameters) {}

    private static final class RowCollector implements RunListener {
        private final List<List<Object>> rows = new ArrayList<>();
        private List<Column> columns = List.of();

        @Override
        public void columns(List<Column> found) {
            columns = found;
        }

        @Override
        public void row(Object[] values) {
            // A null is not permitted in List.of.
            rows.add(Arrays.stream(values).map(ShownValue::of).collect(Collectors.toCollection(ArrayList::new)));
        }
    }

    /** A table or function of a source. @param schema empty if there is none */
    public record TableReference(String sourceId, String schema, String name) {}

    public PreviewRows of(Project project, Caller caller, TableReference place) {
        String text = SelectBuilder.from(project.dialect(place.sourceId()), place.schema(), place.name())
                .limit(Integer.toString(ROWS))
                .text();
        RowCollector collected = new RowCollector();
        statementSender.send(
                new StatementOrigin(project, caller, place.sourceId(), "", Purpose.PREVIEW),
                new Statement(text, List.of(), List.of(), ROWS),
                collected);
        return new PreviewRows(collected.columns, collected.rows);
    }

    /**
     * The initial text. A procedure cannot be in a query: it is not known to be read-only, and no filter or
     * limit can be added.
     */
    public QueryStart start(Project project, TableReference place, Kind kind) {
        Dialect dialect = project.dialect(place.sourceId());
        return switch (kind) {
            case TABLE ->
                statementSender.catalogue(place.sourceId()).tables().stream()
                        .filter(table -> isAt(place, table.schema(), table.name()))
                        .findFirst()
                        .map(table -> table(table, place.schema(), dialect))
                        .orElseThrow(() -> new NotFoundException("table", place.name(), List.of()));
            case FUNCTION ->
                statementSender.catalogue(place.sourceId()).functions().stream()
                        .filter(found -> isAt(place, found.schema(), found.name()))
                        .findFirst()
                        .map(found -> function(found, place.schema(), dialect))
                        .orElseThrow(() -> new NotFoundException("function", place.name(), List.of()));
            case PROCEDURE ->
                throw new ProblemException(
                        Problem.of(
                                ProblemKind.STATEMENT_REJECTED,
                                "The procedure “%s” cannot be part of a query: it is not proven to be read-only and cannot be filtered or limited."
                                        .formatted(place.name()),
                                "Ask the database owner for a function that returns a table, or query a table with its result."));
        };
    }

    /** The kind of object a query can start from. */
    public enum Kind {
        TABLE,
        FUNCTION,
        PROCEDURE
    }

    private static boolean isAt(TableReference place, String schema, String name) {
        return name.equals(place.name())
                && (place.schema().isEmpty() || place.schema().equals(schema));
    }

    private static QueryStart table(Catalog.Table table, String schema, Dialect dialect) {
        StringBuilder text = new StringBuilder("select ");
        int line = text.length();
        for (int i = 0; i < table.columns().size(); i++) {
            String column = plain(table.columns().get(i).name(), dialect)
                    + (i + 1 < table.columns().size() ? ", " : "");
            if (line + column.length() > LONGEST_LINE) {
                text.append("\n       ");
                line = "       ".length();
            }
            text.append(column);
            line += column.length();
        }
        String from = schema(schema, dialect) + plain(table.name(), dialect);
        return new QueryStart(text.append("\nfrom ").append(from).toString(), List.of());
    }

    private static QueryStart function(Catalog.CatalogFunction found, String schema, Dialect dialect) {
        Map<String, ParameterDefinition> parameters = new LinkedHashMap<>();
        for (String argument : found.arguments()) {
            String word =
                    argument.strip().split("\\s+")[0].toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9_]|^[^a-z]+", "");
            String name = word.isEmpty() ? "argument" : word;
            String free = parameters.containsKey(name) ? name + "_" + (parameters.size() + 1) : name;
            Parameter parameter = Parameter.of(
                            free,
                            new DeclaredArgument(found.name(), argument).type().orElse(Type.TEXT))
                    .withBlankRule(BlankRule.NOT_ALLOWED);
            parameters.put(free, ParameterProposals.definition(parameter));
        }
        String arguments = parameters.keySet().stream().map(name -> ":" + name).collect(Collectors.joining(", "));
        String path = schema(schema, dialect) + plain(found.name(), dialect);
        return new QueryStart("select *\nfrom %s(%s)".formatted(path, arguments), List.copyOf(parameters.values()));
    }

    /** The default schema is omitted. */
    private static String schema(String schema, Dialect dialect) {
        return schema.isEmpty() || USUAL_SCHEMAS.contains(schema) ? "" : plain(schema, dialect) + ".";
    }

    /** A name without unnecessary quotes. */
    private static String plain(String name, Dialect dialect) {
        boolean simple = name.matches("[a-z_][a-z0-9_]*");
        return simple ? name : dialect.quoteName(name);
    }
}
