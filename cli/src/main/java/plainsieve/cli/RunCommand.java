package plainsieve.cli;

import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Set;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;

/** {@code sieve run}. */
@Command(
        name = "run",
        description = "Makes stored copies of a running server anew, now, and waits until they are.",
        mixinStandardHelpOptions = true,
        footer = {
            "",
            "The exit code is 0 when each was made, 1 when one was not or is kept back, 2 when the server or the copy",
            "cannot be reached."
        })
final class RunCommand implements Callable<Integer> {
    private static final long ASK_EVERY_MILLIS = 300;
    private static final Set<String> UNDER_WAY = Set.of("due", "running");

    @Parameters(paramLabel = "NAME", arity = "1..*", description = "The id of a stored copy.")
    private List<String> copies;

    @Mixin
    private ServerOptions server = new ServerOptions();

    private final PrintStream output = new PrintStream(System.out, false, StandardCharsets.UTF_8);

    @Override
    public Integer call() throws InterruptedException {
        return server.each(copies, output, this::run);
    }

    private boolean run(String copy) throws IOException, InterruptedException {
        server.ask("POST", server.inProject("/copies/%s/refresh".formatted(ServerOptions.encoded(copy))));
        JsonNode state = state(copy);
        // One that failed is tried again by the server; nobody waits for that here.
        while (UNDER_WAY.contains(word(state)) && note(state).isEmpty()) {
            Thread.sleep(ASK_EVERY_MILLIS);
            state = state(copy);
        }
        boolean well = word(state).equals("done");
        output.println("%s: %s, %d rows%s"
                .formatted(
                        copy,
                        well ? "made anew" : word(state).replace('-', ' '),
                        state.path("content").path("rows").asLong(0),
                        note(state).isEmpty() ? "" : ". " + note(state)));
        return well;
    }

    private static String word(JsonNode state) {
        return state.path("last").path("state").asString("");
    }

    private static String note(JsonNode state) {
        return state.path("last").path("note").asString("");
    }

    private JsonNode state(String copy) throws IOException, InterruptedException {
        for (JsonNode one : server.ask("GET", server.inProject("/copies"))) {
            if (one.path("id").asString("").equals(copy)) {
                return one;
            }
        }
        throw new IOException("There is no copy “%s” any more.".formatted(copy));
    }
}
