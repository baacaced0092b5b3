package plainsieve.cli;

import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.request.PreparedRequest;
import plainsieve.core.request.RequestText;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.steps.compile.SchemaContext;
import plainsieve.core.value.ProblemException;
import tools.jackson.databind.node.ObjectNode;

/** {@code sieve structure}. */
@Command(
        name = "structure",
        description = "Prints what each file contains, a JSON line for each: accepted or refused, and why and where.",
        mixinStandardHelpOptions = true,
        footer = {
            "",
            "A block is one SELECT, VALUES or TABLE at any depth; a condition is one leaf of the AND, OR and NOT in",
            "WHERE, ON, HAVING, QUALIFY and FILTER; parameters are counted once each, parameterPlaces everywhere.",
            "",
            "Example: sieve structure --dialect sqlite queries/*.sql"
        })
final class StructureCommand implements Callable<Integer> {
    @Option(
            names = "--dialect",
            required = true,
            paramLabel = "NAME",
            description = "postgresql, mariadb, sqlite, duckdb or trino.")
    private String dialect = "";

    @Parameters(paramLabel = "FILE", arity = "1..*", description = "Query files; - reads the input.")
    private List<String> files = List.of();

    private final PrintStream output = new PrintStream(System.out, false, StandardCharsets.UTF_8);

    @Override
    public Integer call() {
        try {
            Dialect named = RewriteSession.dialect(dialect);
            files.forEach(file -> output.println(JsonOutput.JSON.writeValueAsString(line(file, named))));
            return Sieve.WELL;
        } catch (ProblemException e) {
            output.println(JsonOutput.JSON.writeValueAsString(JsonOutput.errors(e.problems())));
            return Sieve.REFUSED;
        } finally {
            output.flush();
        }
    }

    private static ObjectNode line(String file, Dialect dialect) {
        ObjectNode line = JsonOutput.JSON.createObjectNode().put("file", file);
        try {
            String text = QueryTexts.of(TextFiles.read(file, System.in), dialect, SchemaContext.nothing())
                    .sql();
            ParsedQuery query = ParsedQuery.parse(RequestText.sqlIn(text), dialect);
            List<String> places = new ArrayList<>();
            if (RequestText.isRequest(text)) {
                PreparedRequest.of(text).places().forEach(place -> places.add(place.name()));
            }
            query.parameters().forEach(place -> places.add(place.name()));
            Set<String> names = new LinkedHashSet<>(places);
            line.put("accepted", true)
                    .put("blocks", query.blockCount())
                    .put("conditions", query.conditionCount())
                    .put("parameters", names.size())
                    .put("parameterPlaces", places.size());
            names.forEach(line.putArray("parameterNames")::add);
        } catch (ProblemException e) {
            line.put("accepted", false).setAll(JsonOutput.errors(e.problems()));
        }
        return line;
    }
}
