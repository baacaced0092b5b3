package plainsieve.cli;

import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;

/** {@code sieve run}. */
@Command(
        name = "run",
        description = "Refreshes stored copies or sends deliveries of a running server now, and waits for the result.",
        mixinStandardHelpOptions = true,
        footer = {
            "",
            "Exit codes: 0 all succeeded, 1 one failed or is held for review, 2 the server or a named object",
            "cannot be reached."
        })
final class RunCommand implements Callable<Integer> {
    private static final long ASK_EVERY_MILLIS = 300;
    private static final Set<String> UNDER_WAY = Set.of("due", "running");

    @Parameters(paramLabel = "NAME", arity = "1..*", description = "The id of a stored copy or of a delivery.")
    private List<String> names;

    @Mixin
    private ServerOptions server = new ServerOptions();

    private final PrintStream output = new PrintStream(System.out, false, StandardCharsets.UTF_8);

    @Override
    public Integer call() throws InterruptedException {
        return server.each(names, output, this::run);
    }

    /** A kind of job. @param list the route of the collection @param act the route that starts one */
    private record Kind(String list, String act, String done, String counted) {
        static final List<Kind> ALL = List.of(
                new Kind("/stored-copies", "refresh", "refreshed", "rows"),
                new Kind("/deliveries", "send", "sent", "mails"));
    }

    private boolean run(String name) throws IOException, InterruptedException {
        Kind kind = kind(name);
        server.request(
                "POST", server.inProject("%s/%s/%s".formatted(kind.list(), ServerOptions.encoded(name), kind.act())));
        JsonNode last = last(kind, name);
        // The server retries a failed job; the command does not wait for that.
        while (UNDER_WAY.contains(state(last)) && note(last).isEmpty()) {
            Thread.sleep(ASK_EVERY_MILLIS);
            last = last(kind, name);
        }
        boolean well = state(last).equals("done");
        output.println("%s: %s, %d %s%s"
                .formatted(
                        name,
                        well ? kind.done() : state(last).replace('-', ' '),
                        last.path("rows").asLong(0),
                        kind.counted(),
                        note(last).isEmpty() ? "" : ". " + note(last)));
        return well;
    }

    private static String state(JsonNode last) {
        return last.path("state").asString("");
    }

    private static String note(JsonNode last) {
        return last.path("message").asString("");
    }

    private Kind kind(String name) throws IOException, InterruptedException {
        for (Kind kind : Kind.ALL) {
            if (find(kind, name).isPresent()) {
                return kind;
            }
        }
        throw new IOException("No stored copy or delivery is named “%s”.".formatted(name));
    }

    private JsonNode last(Kind kind, String name) throws IOException, InterruptedException {
        return find(kind, name)
                .map(one -> one.path("lastJob"))
                .orElseThrow(() -> new IOException("“%s” no longer exists.".formatted(name)));
    }

    private Optional<JsonNode> find(Kind kind, String name) throws IOException, InterruptedException {
        for (JsonNode one : server.request("GET", server.inProject(kind.list()))) {
            if (one.path("id").asString("").equals(name)) {
                return Optional.of(one);
            }
        }
        return Optional.empty();
    }
}
