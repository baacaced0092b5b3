package plainsieve.cli;

import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.JsonNode;

/** {@code sieve rehearse}. */
@Command(
        name = "rehearse",
        description = "Rehearses reports of a running server; for a report developer's own CI.",
        mixinStandardHelpOptions = true,
        footer = {
            "",
            "Runs every parameter of a report with edge cases against the draft, and prints a line for each case.",
            "Exit codes: 0 all passed, 1 a case failed (with --strict also when one is slow or something",
            "else needs attention), 2 the server or the report cannot be reached."
        })
final class RehearseCommand implements Callable<Integer> {
    private static final long ASK_EVERY_MILLIS = 300;

    @Parameters(paramLabel = "REPORT", arity = "1..*", description = "The id of a report, as in its address.")
    private List<String> reports;

    @Mixin
    private ServerOptions server = new ServerOptions();

    @Option(names = "--strict", description = "Slow cases and other findings count as failures.")
    private boolean strict;

    private final PrintStream output = new PrintStream(System.out, false, StandardCharsets.UTF_8);

    @Override
    public Integer call() throws InterruptedException {
        return server.each(reports, output, this::rehearse);
    }

    private boolean rehearse(String report) throws IOException, InterruptedException {
        String path = server.inProject("/reports/%s/rehearsal".formatted(ServerOptions.encoded(report)));
        JsonNode state = server.request("POST", path);
        while (state.path("state").asString("").equals("running")) {
            Thread.sleep(ASK_EVERY_MILLIS);
            state = server.request("GET", path);
        }
        state.path("cases").forEach(line -> output.println(inWords(line)));
        state.path("findings")
                .forEach(finding ->
                        output.println("warning: " + finding.path("message").asString("")));
        long failed = count(state, "failed");
        long slow = count(state, "slow");
        long beside = state.path("findings").size();
        output.println("%s: %d cases, %d failed, %d slow, %d other findings."
                .formatted(report, state.path("completed").asInt(0), failed, slow, beside));
        return failed == 0 && (!strict || slow + beside == 0);
    }

    private static long count(JsonNode state, String verdict) {
        long count = 0;
        for (JsonNode line : state.path("cases")) {
            count += line.path("verdict").asString("").equals(verdict) ? 1 : 0;
        }
        return count;
    }

    private static String inWords(JsonNode line) {
        String explanation = line.path("explanation").asString("");
        return "%-8s %-24s %7d rows %7.0f ms  %s%s"
                .formatted(
                        line.path("verdict").asString(""),
                        line.path("name").asString(""),
                        line.path("rows").asLong(0),
                        line.path("millis").asDouble(0),
                        line.path("choices").asString(""),
                        explanation.isEmpty() ? "" : "  (" + explanation + ")");
    }
}
