package plainsieve.server.authoring;

import java.util.ArrayList;
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
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import plainsieve.server.project.NotFound;
import plainsieve.server.project.ParameterDefinition;
import plainsieve.server.sent.Purpose;
import plainsieve.server.sources.SideStatements;
import plainsieve.server.sources.SourceRegistry;
import plainsieve.sources.Catalogue;
import plainsieve.sources.Column;
import plainsieve.sources.RowReceiver;

/** A first look at a table, and the text a query on it or on a function begins with. */
@Service
public class FirstRows {
    private static final int ROWS = 20;
    private static final int LONGEST_LINE = 88;
    private static final Set<String> USUAL_SCHEMAS = Set.of("public", "main");

    private final SourceRegistry sources;
    private final SideStatements statements;

    FirstRows(SourceRegistry sources, SideStatements statements) {
        this.sources = sources;
        this.statements = statements;
    }

    /** @param rows each value null, a boolean, a number, or text */
    public record Look(List<Column> columns, List<List<Object>> rows) {}

    /**
     * How a query begins.
     *
     * @param parameters what its arguments are in the text
     */
    public record Start(String text, List<ParameterDefinition> parameters) {}

    private static final class Collected implements RowReceiver {
        private final List<List<Object>> rows = new ArrayList<>();
        private List<Column> columns = List.of();

        @Override
        public void columns(List<Column> found) {
            columns = found;
        }

        @Override
        public void row(Object[] values) {
            List<Object> row = new ArrayList<>();
            for (Object value : values) {
                row.add(
                        value == null || value instanceof Boolean || value instanceof Number
                                ? value
                                : value.toString());
            }
            rows.add(row);
        }
    }

    public Look of(String sourceId, String schema, String table) {
        Dialect dialect = sources.get(sourceId).dialect();
        String text = "select * from %s limit %d".formatted(path(dialect, schema, table), ROWS);
        Collected collected = new Collected();
        statements.send(Purpose.LOOK, sourceId, "", new Statement(text, List.of(), List.of(), ROWS), collected);
        return new Look(collected.columns, collected.rows);
    }

    /** A table as SQL names it. */
    static String path(Dialect dialect, String schema, String table) {
        return (schema.isEmpty() ? "" : dialect.quoteName(schema) + ".") + dialect.quoteName(table);
    }

    /**
     * A text to begin with. A procedure cannot stand in a query: what it does is not known to be reading, and no filter or
     * limit can be put around it.
     */
    public Start start(String sourceId, String schema, String name, String kind) {
        Catalogue catalogue = sources.get(sourceId).catalogue();
        Dialect dialect = sources.get(sourceId).dialect();
        return switch (kind) {
            case "table" ->
                catalogue.tables().stream()
                        .filter(table ->
                                table.name().equals(name) && (schema.isEmpty() || schema.equals(table.schema())))
                        .findFirst()
                        .map(table -> table(table, schema, dialect))
                        .orElseThrow(() -> new NotFound("table", name, List.of()));
            case "function" ->
                catalogue.functions().stream()
                        .filter(found ->
                                found.name().equals(name) && (schema.isEmpty() || schema.equals(found.schema())))
                        .findFirst()
                        .map(found -> function(found, schema, dialect))
                        .orElseThrow(() -> new NotFound("function", name, List.of()));
            default ->
                throw new ProblemException(
                        Problem.of(
                                "procedure-call",
                                "The procedure “%s” cannot be part of a query: nothing says that it only reads, and neither filters nor row limits can be put around it."
                                        .formatted(name),
                                "Let the database's owner make a function of it that returns a table, or keep its answer in a table and query that."));
        };
    }

    private static Start table(Catalogue.Table table, String schema, Dialect dialect) {
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
        return new Start(text.append("\nfrom ").append(from).toString(), List.of());
    }

    private static Start function(Catalogue.Function found, String schema, Dialect dialect) {
        Map<String, ParameterDefinition> parameters = new LinkedHashMap<>();
        for (String argument : found.arguments()) {
            String word =
                    argument.strip().split("\\s+")[0].toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9_]|^[^a-z]+", "");
            String name = word.isEmpty() ? "argument" : word;
            String free = parameters.containsKey(name) ? name + "_" + (parameters.size() + 1) : name;
            Parameter parameter = Parameter.of(free, type(argument)).withBlankRule(BlankRule.NOT_ALLOWED);
            parameters.put(free, Proposals.definition(parameter, ""));
        }
        String arguments = parameters.keySet().stream().map(name -> ":" + name).collect(Collectors.joining(", "));
        String path = schema(schema, dialect) + plain(found.name(), dialect);
        return new Start("select *\nfrom %s(%s)".formatted(path, arguments), List.copyOf(parameters.values()));
    }

    /** The type of an argument as the database writes it; a text where it does not say. */
    private static Type type(String argument) {
        String words = argument.toLowerCase(Locale.ROOT);
        int space = words.indexOf(' ');
        String declared = space < 0 ? "" : words.substring(space);
        if (declared.contains("timestamp") || declared.contains("datetime")) {
            return Type.DATETIME;
        }
        if (declared.contains("date")) {
            return Type.DATE;
        }
        if (declared.contains("int")) {
            return Type.INTEGER;
        }
        if (declared.contains("bool")) {
            return Type.BOOLEAN;
        }
        return declared.matches("(?s).*(numeric|decimal|double|real|float).*") ? Type.DECIMAL : Type.TEXT;
    }

    /** The schema in which databases look first goes without saying. */
    private static String schema(String schema, Dialect dialect) {
        return schema.isEmpty() || USUAL_SCHEMAS.contains(schema) ? "" : plain(schema, dialect) + ".";
    }

    /** A name without quotes where it needs none, as people write it. */
    private static String plain(String name, Dialect dialect) {
        boolean simple = name.matches("[a-z_][a-z0-9_]*");
        return simple ? name : dialect.quoteName(name);
    }
}
