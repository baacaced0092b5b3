package plainsieve.cli;

import java.io.BufferedOutputStream;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.files.ProjectYaml;
import plainsieve.files.forms.ParameterForm;

/** {@code sieve rewrite}. */
@Command(
        name = "rewrite",
        description = "Prints the statement that a query and choices become, with its bound values, as JSON.",
        mixinStandardHelpOptions = true,
        footer = {
            "",
            "Examples:",
            "  sieve rewrite --dialect postgresql --query late.sql --set port=Ardlow --set port=Skerrin --blank vessel",
            "  sieve rewrite --dialect mariadb --query late.sql --parameters p.yaml --set from=2026-03-01 --cap 1000",
            "  sieve rewrite --dialect duckdb --query late.sql --add-filter 'port in (Ardlow, Skerrin)' \\",
            "                --group-by port --aggregate 'count(*)'",
            "  sieve rewrite --batch requests.jsonl",
            "",
            "The type of an undefined parameter is inferred from its place and values; blank, it filters nothing.",
            "Errors are printed as JSON with line and column; the exit code is then 2.",
            "With --batch every line gets an answer or its errors under its own id, and the exit code is 0."
        })
final class RewriteCommand implements Callable<Integer> {
    private static final int AT_ONCE = 500;
    private static final int OUTPUT_BUFFER = 1 << 16;

    @Option(names = "--dialect", paramLabel = "NAME", description = "postgresql, mariadb, sqlite, duckdb or trino.")
    private String dialect = "";

    @Option(names = "--query", paramLabel = "FILE", description = "The query, plain SQL with :name; - reads the input.")
    private String query = "";

    @Option(
            names = "--parameters",
            paramLabel = "FILE",
            description = "YAML with the parameters, see docs/project-files.md.")
    private Path parameters;

    @Option(names = "--set", paramLabel = "NAME=VALUE", description = "Chooses a value; repeated, several.")
    private List<String> set = new ArrayList<>();

    @Option(names = "--blank", paramLabel = "NAME", description = "Chooses nothing, also where there is a default.")
    private List<String> blank = new ArrayList<>();

    @Option(names = "--all", paramLabel = "NAME", description = "Chooses everything on the list.")
    private List<String> all = new ArrayList<>();

    @Option(names = "--without", paramLabel = "NAME", description = "Chooses the rows without a value, too.")
    private List<String> without = new ArrayList<>();

    @Option(
            names = "--cap",
            paramLabel = "ROWS",
            description = "The most rows to show; the statement asks for one more.")
    private Long cap;

    @Option(
            names = "--add-filter",
            paramLabel = "FILTER",
            description = "A filter on an output column, such as 'port in (Ardlow)' or 'delay >= 15'.")
    private List<String> filters = new ArrayList<>();

    @Option(
            names = "--group-by",
            paramLabel = "COLUMN",
            description = "Groups by an output column; departed_at:day, :month or :year by that part of it.")
    private List<String> groupBy = new ArrayList<>();

    @Option(names = "--aggregate", paramLabel = "CALL", description = "A figure, such as 'count(*)' or 'sum(delay)'.")
    private List<String> aggregates = new ArrayList<>();

    @Option(names = "--batch", paramLabel = "FILE", description = "One JSON request a line; - reads the input.")
    private String batch = "";

    private final RewriteSession rewriteSession = new RewriteSession(LocalDate.now());
    private final InputStream input;
    private final PrintStream output;

    RewriteCommand() {
        this(
                System.in,
                new PrintStream(new BufferedOutputStream(System.out, OUTPUT_BUFFER), false, StandardCharsets.UTF_8));
    }

    RewriteCommand(InputStream input, PrintStream output) {
        this.input = input;
        this.output = output;
    }

    @Override
    public Integer call() throws IOException {
        try {
            if (!batch.isEmpty()) {
                batch();
            } else {
                output.println(JsonOutput.JSON
                        .writerWithDefaultPrettyPrinter()
                        .writeValueAsString(rewriteSession.rewrite(job())));
            }
            return Sieve.WELL;
        } catch (ProblemException e) {
            output.println(JsonOutput.JSON
                    .writerWithDefaultPrettyPrinter()
                    .writeValueAsString(JsonOutput.errors(e.problems())));
            return Sieve.REFUSED;
        } finally {
            output.flush();
        }
    }

    private void batch() throws IOException {
        try (BufferedReader lines = batch.equals("-")
                ? new BufferedReader(new InputStreamReader(input, StandardCharsets.UTF_8))
                : Files.newBufferedReader(Path.of(batch))) {
            List<String> requests = new ArrayList<>();
            for (String line = lines.readLine(); line != null; line = lines.readLine()) {
                if (!line.isBlank()) {
                    requests.add(line);
                }
                if (requests.size() == AT_ONCE) {
                    answer(requests);
                }
            }
            answer(requests);
        } catch (java.nio.file.NoSuchFileException e) {
            throw new ProblemException(Problem.of(
                    ProblemKind.FILE_NOT_FOUND,
                    "File not found: %s.".formatted(batch),
                    "Check the name and the folder."));
        }
    }

    /** Answers on every core, and prints in the order of the requests. */
    private void answer(List<String> requests) {
        requests.parallelStream()
                .map(request -> BatchLine.answer(request, rewriteSession))
                .toList()
                .forEach(output::println);
        requests.clear();
    }

    private RewriteJob job() {
        if (query.isEmpty() || dialect.isEmpty()) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_REQUEST,
                    "--dialect and --query are needed, or --batch.",
                    "sieve rewrite --help shows examples."));
        }
        List<ParameterForm> defined = parameters == null
                ? List.of()
                : ProjectYaml.read(TextFiles.read(parameters.toString(), input), parameters.toString())
                        .parameters();
        return new RewriteJob(
                dialect,
                TextFiles.read(query, input),
                defined,
                choices(),
                filters.stream().map(FilterExpression::read).toList(),
                groupBy,
                aggregates,
                cap == null ? Statement.NO_CAP : capOrRefuse(cap));
    }

    static long capOrRefuse(long rows) {
        if (rows < 0) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_ROW_LIMIT, "Invalid cap: %d rows.".formatted(rows), "Give 0 or more."));
        }
        return rows;
    }

    private Map<String, ChoiceText> choices() {
        Map<String, List<String>> values = new LinkedHashMap<>();
        for (String assignment : set) {
            int equals = assignment.indexOf('=');
            if (equals < 1) {
                throw new ProblemException(Problem.of(
                        ProblemKind.INVALID_CHOICE,
                        "“%s” sets no value.".formatted(assignment),
                        "Write --set name=value."));
            }
            values.computeIfAbsent(assignment.substring(0, equals), name -> new ArrayList<>())
                    .add(assignment.substring(equals + 1));
        }
        Set<String> names = new LinkedHashSet<>(values.keySet());
        names.addAll(without);
        Map<String, ChoiceText> choices = new LinkedHashMap<>();
        blank.forEach(name -> choices.put(name, ChoiceText.blank()));
        all.forEach(name -> choices.put(name, ChoiceText.all()));
        names.forEach(name -> choices.put(
                name,
                new ChoiceText(ChoiceText.Kind.VALUES, values.getOrDefault(name, List.of()), without.contains(name))));
        return choices;
    }
}
