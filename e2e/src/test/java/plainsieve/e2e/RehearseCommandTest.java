package plainsieve.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import plainsieve.cli.Sieve;
import plainsieve.server.AnotherServer;
import plainsieve.server.RunningServer;
import plainsieve.server.access.accounts.Accounts;
import plainsieve.server.access.accounts.ApiKeys;
import plainsieve.server.access.accounts.AuthenticatedPerson;
import plainsieve.server.people.Person;
import plainsieve.server.people.Role;

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
    void printsALinePerCaseAndSucceeds() {
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
    void reportsAMissingReport() {
        Ended ended = sieve(
                "rehearse", "no-such-report", "--server", RunningServer.get().address());
        assertThat(ended.code()).isEqualTo(2);
        assertThat(ended.output()).contains("no-such-report");
    }

    @Test
    void requiresTheApiKeyOfAnAuthor() throws Exception {
        try (AnotherServer server = AnotherServer.on(AnotherServer.folderOfFerries(), "--plainsieve.accounts=true")) {
            String id = server.part(Accounts.class).add("pipeline", "").id();
            server.part(Accounts.class).grant(id, "", Role.OPERATOR);
            ApiKeys apiKeys = server.part(ApiKeys.class);
            AuthenticatedPerson pipeline =
                    new AuthenticatedPerson(new Person(id, "pipeline", ""), Role.OPERATOR, true, Optional.empty(), "");
            String author = apiKeys.create(pipeline, new ApiKeys.KeyRequest("a", "home", Role.AUTHOR, 1))
                    .secret();
            String viewer = apiKeys.create(pipeline, new ApiKeys.KeyRequest("v", "home", Role.VIEWER, 1))
                    .secret();
            String[] asked = {"rehearse", "late-crossings", "--project", "home", "--server", server.address()};
            assertThat(sieve(asked).output()).contains("You are not signed in");
            assertThat(sieve(with(asked, viewer)).output()).contains("This requires the role author");
            Ended ended = sieve(with(asked, author));
            assertThat(ended.output()).contains("0 failed").doesNotContain(author);
            assertThat(ended.code()).isZero();
        }
    }

    private static String[] with(String[] asked, String key) {
        return Stream.concat(Stream.of(asked), Stream.of("--key", key)).toArray(String[]::new);
    }

    @Test
    void reportsAnUnreachableServer() {
        Ended ended = sieve("rehearse", "late-crossings", "--server", "http://localhost:1");
        assertThat(ended.code()).isEqualTo(2);
        assertThat(ended.output()).contains("http://localhost:1");
    }
}
