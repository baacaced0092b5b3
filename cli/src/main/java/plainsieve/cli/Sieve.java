package plainsieve.cli;

import picocli.CommandLine;
import picocli.CommandLine.Command;

/** {@code ./sieve}: rewriting, structure and checks without a server or a database; rehearsals and stored copies with one. */
@Command(
        name = "sieve",
        description = {
            "Rewrites plain SQL with :name parameters so that chosen filters, ranges and limits run at the database.",
            ""
        },
        subcommands = {
            RewriteCommand.class,
            StructureCommand.class,
            CheckCommand.class,
            RehearseCommand.class,
            PublishCommand.class,
            RunCommand.class
        },
        mixinStandardHelpOptions = true,
        version = "Plain Sieve 0.1.0",
        footer = {"", "Exit codes: 0 success, 1 errors in a project, 2 invalid input or a refused choice."})
public final class Sieve {
    static final int WELL = 0;
    static final int WRONG = 1;
    static final int REFUSED = 2;

    public static void main(String[] arguments) {
        System.exit(commandLine().execute(arguments));
    }

    /** The root command, to be executed by a caller that handles the exit code. */
    public static CommandLine commandLine() {
        return new CommandLine(new Sieve()).setUsageHelpWidth(110);
    }
}
