package plainsieve.cli;

import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Locale;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import plainsieve.core.value.ProblemException;
import plainsieve.files.ProjectFolder;
import tools.jackson.databind.JsonNode;

/** {@code sieve publish}. */
@Command(
        name = "publish",
        description = "Publishes a project to a running server from a pipeline; prints the differences first.",
        mixinStandardHelpOptions = true,
        footer = {
            "",
            "The server compares, validates and applies all changes or none. Objects that it has and",
            "the folder lacks are kept. Exit codes: 0 published or no differences; 2 refused or cannot",
            "be reached."
        })
final class PublishCommand implements Callable<Integer> {
    private static final String ZIP = "application/zip";

    @Parameters(paramLabel = "FOLDER", description = "The folder with project.yaml.")
    private Path folder;

    @Mixin
    private ServerOptions server = new ServerOptions();

    @Option(names = "--dry-run", description = "Only prints the differences.")
    private boolean look;

    private final PrintStream output = new PrintStream(System.out, false, StandardCharsets.UTF_8);

    @Override
    public Integer call() throws InterruptedException {
        try {
            byte[] zip = ProjectFolder.read(folder).toZip();
            JsonNode changed = server.send("POST", server.inProject("/project.zip/difference"), ZIP, zip)
                    .path("changed");
            changed.forEach(this::print);
            if (changed.isEmpty()) {
                output.println("Nothing differs.");
            } else if (!look) {
                server.send("PUT", server.inProject("/project.zip"), ZIP, zip);
                output.println("Published to %s: %d %s."
                        .formatted(server.server(), changed.size(), changed.size() == 1 ? "change" : "changes"));
            }
            return Sieve.WELL;
        } catch (ProblemException e) {
            e.problems().forEach(problem -> output.println("error: " + problem.inWords()));
            return Sieve.REFUSED;
        } catch (IOException e) {
            output.println("error: " + server.server() + " refused it. " + e.getMessage());
            return Sieve.REFUSED;
        } finally {
            output.flush();
        }
    }

    private void print(JsonNode one) {
        output.println("%s %s: %s"
                .formatted(
                        one.path("kind").asString("").toLowerCase(Locale.ROOT),
                        one.path("id").asString(""),
                        one.path("change").asString("").toLowerCase(Locale.ROOT)));
        one.path("lines").forEach(line -> output.println("    " + line.asString("")));
    }
}
