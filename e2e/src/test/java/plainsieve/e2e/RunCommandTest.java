package plainsieve.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import org.junit.jupiter.api.Test;
import plainsieve.cli.Sieve;
import plainsieve.server.AnotherServer;

/** {@code sieve run}: refreshes stored copies and sends deliveries from the command line. */
class RunCommandTest {
    private record Ended(int code, String output) {}

    private static synchronized Ended sieve(String... arguments) {
        PrintStream before = System.out;
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        System.setOut(new PrintStream(bytes, true, StandardCharsets.UTF_8));
        try {
            int code = Sieve.commandLine().execute(arguments);
            return new Ended(code, bytes.toString(StandardCharsets.UTF_8));
        } finally {
            System.setOut(before);
        }
    }

    @Test
    void createsAndChecksABackup() throws Exception {
        try (AnotherServer server = AnotherServer.on(AnotherServer.folderOfFerries())) {
            server.api()
                    .post(
                            "/api/v1/queries",
                            Map.of("name", "Ports", "source", "ferries", "text", "select name from ports"));
            server.api().post("/api/v1/stored-copies", Map.of("query", "ports", "name", "Kept ports"));
            Ended made = sieve("run", "kept-ports", "--server", server.address(), "--project", "home");
            assertThat(made.output()).contains("kept-ports: refreshed, 14 rows");
            assertThat(made.code()).isZero();

            server.api()
                    .post(
                            "/api/v1/queries",
                            Map.of("name", "Odd", "source", "ferries", "text", "select nothing from ports"));
            server.api().post("/api/v1/stored-copies", Map.of("query", "odd", "name", "Odd copy"));
            Ended wrong = sieve("run", "odd-copy", "--server", server.address());
            assertThat(wrong.output()).contains("odd-copy: due, 0 rows. ", "nothing");
            assertThat(wrong.code()).isEqualTo(1);

            server.api().post("/api/v1/deliveries", Map.of("report", "late-crossings", "name", "To missing"));
            Ended sent = sieve("run", "to-missing", "--server", server.address());
            assertThat(sent.output()).contains("to-missing: sent, 0 mails");
            assertThat(sent.code()).isZero();

            Ended missing = sieve("run", "nowhere", "--server", server.address());
            assertThat(missing.output()).contains("nowhere");
            assertThat(missing.code()).isEqualTo(2);
        }
    }
}
