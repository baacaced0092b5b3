package plainsieve.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;
import plainsieve.cli.Sieve;
import plainsieve.server.RunningServer;

class RehearseCommandTest {
    private record Ended(int code, String output) {}

    private static Ended sieve(String... arguments) {
        PrintStream console = System.out;
        ByteArrayOutputStream printed = new ByteArrayOutputStream();
        System.setOut(new PrintStream(printed, true, StandardCharsets.UTF_8));
        try {
            int code = Sieve.commandLine().execute(arguments);
            return new Ended(code, printed.toString(StandardCharsets.UTF_8));
        } finally {
            System.setOut(console);
        }
    }

    @Test
    void printsALineForEachCaseAndEndsWell() {
        Ended ended = sieve(
                "rehearse", "late-crossings", "--server", RunningServer.get().address());
        assertThat(ended.output())
                .contains("a quote")
                .contains("Brae O'Noth")
                .contains("refused  turned round")
                .containsPattern("late-crossings: \\d+ cases, 0 failed");
        assertThat(ended.code()).isZero();
    }

    @Test
    void aReportThatIsNotThereIsSaid() {
        Ended ended = sieve(
                "rehearse", "no-such-report", "--server", RunningServer.get().address());
        assertThat(ended.code()).isEqualTo(2);
        assertThat(ended.output()).contains("no-such-report");
    }

    @Test
    void aServerThatDoesNotAnswerIsSaid() {
        Ended ended = sieve("rehearse", "late-crossings", "--server", "http://localhost:1");
        assertThat(ended.code()).isEqualTo(2);
        assertThat(ended.output()).contains("http://localhost:1");
    }
}
