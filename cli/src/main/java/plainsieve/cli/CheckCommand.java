package plainsieve.cli;

import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import plainsieve.core.value.ProblemException;
import plainsieve.files.ProjectFolder;

/** {@code sieve check}. */
@Command(
        name = "check",
        description = "Checks the queries and parameters of a project's folder; for a report developer's own CI.",
        mixinStandardHelpOptions = true,
        footer = {
            "",
            "Reads project.yaml and the SQL files that it names. Errors: a query that cannot be parsed, a parameter that",
            "does not exist or cannot be used in its place, a default that is not on its list, a reference to something that",
            "does not exist. Notices are printed, too; with --strict they count as errors.",
            "Exit codes: 0 no errors, 1 errors, 2 the folder cannot be read."
        })
final class CheckCommand implements Callable<Integer> {
    @Parameters(paramLabel = "FOLDER", description = "The folder with project.yaml.")
    private Path folder;

    @Option(names = "--strict", description = "Notices count as errors.")
    private boolean strict;

    private final PrintStream output = new PrintStream(System.out, false, StandardCharsets.UTF_8);

    @Override
    public Integer call() {
        try {
            List<ProjectCheck.Finding> findings = ProjectCheck.of(ProjectFolder.read(folder), LocalDate.now());
            findings.forEach(finding -> output.println(finding.inWords()));
            long errors = findings.stream()
                    .filter(finding -> finding.error() || strict)
                    .count();
            output.println(
                    errors == 0
                            ? "All is well; " + count(findings.size(), "notice") + "."
                            : count(errors, "error") + ", " + count(findings.size() - errors, "notice") + ".");
            return errors == 0 ? Sieve.WELL : Sieve.WRONG;
        } catch (ProblemException e) {
            e.problems().forEach(problem -> output.println("error: " + problem.inWords()));
            return Sieve.REFUSED;
        } finally {
            output.flush();
        }
    }

    private static String count(long number, String what) {
        return number + " " + what + (number == 1 ? "" : "s");
    }
}
