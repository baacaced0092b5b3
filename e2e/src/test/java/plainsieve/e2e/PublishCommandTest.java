package plainsieve.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import plainsieve.cli.Sieve;
import plainsieve.server.AnotherServer;
import plainsieve.server.access.accounts.Accounts;
import plainsieve.server.access.accounts.ApiKeys;
import plainsieve.server.access.accounts.AuthenticatedPerson;
import plainsieve.server.people.Person;
import plainsieve.server.people.Role;

/** A project is published from a folder to a running server, as in a pipeline. */
class PublishCommandTest {
    private static AnotherServer server;
    private static String author;
    private static String viewer;

    @TempDir
    private Path folder;

    @BeforeAll
    static void start() throws Exception {
        server = AnotherServer.on(AnotherServer.folderOfFerries(), "--plainsieve.accounts=true");
        String id = server.part(Accounts.class).add("pipeline", "").id();
        server.part(Accounts.class).grant(id, "", Role.OPERATOR);
        ApiKeys apiKeys = server.part(ApiKeys.class);
        AuthenticatedPerson pipeline =
                new AuthenticatedPerson(new Person(id, "pipeline", ""), Role.OPERATOR, true, Optional.empty(), "");
        author = apiKeys.create(pipeline, new ApiKeys.KeyRequest("a", "home", Role.AUTHOR, 1))
                .secret();
        viewer = apiKeys.create(pipeline, new ApiKeys.KeyRequest("v", "home", Role.VIEWER, 1))
                .secret();
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private record Ended(int code, String output) {}

    private Ended give(String key, String... more) {
        PrintStream console = System.out;
        ByteArrayOutputStream printed = new ByteArrayOutputStream();
        System.setOut(new PrintStream(printed, true, StandardCharsets.UTF_8));
        try {
            String[] all = Stream.concat(
                            Stream.of("publish", folder.toString(), "--to", server.address(), "--key", key),
                            Stream.of(more))
                    .toArray(String[]::new);
            int code = Sieve.commandLine().execute(all);
            return new Ended(code, printed.toString(StandardCharsets.UTF_8));
        } finally {
            System.setOut(console);
        }
    }

    private void write(Map<String, String> files) throws IOException {
        for (Map.Entry<String, String> file : files.entrySet()) {
            Files.writeString(folder.resolve(file.getKey()), file.getValue());
        }
    }

    private static final String PROJECT = """
            parameters: [{name: given_island, multiple: true}]
            queries: [{id: given, name: Given, source: ferries, file: given.sql}]
            reports: [{id: given, name: Given, views: [{id: rows, kind: table, query: given}]}]
            """;

    @Test
    void printsDifferencesAndPublishesThem() throws Exception {
        write(Map.of("project.yaml", PROJECT, "given.sql", "select name from ports\nwhere island in (:given_island)"));
        Ended looked = give(author, "--dry-run");
        assertThat(looked.code()).isZero();
        assertThat(looked.output())
                .contains(
                        "parameter given_island: added",
                        "query given: added",
                        "report given: added",
                        "+select name from ports")
                .doesNotContain("Published to");
        Ended given = give(author);
        assertThat(given.code()).isZero();
        assertThat(given.output()).contains("Published to " + server.address() + ": 3 changes.");
        assertThat(give(author).output().strip()).isEqualTo("Nothing differs.");

        write(Map.of("given.sql", "select name from ports\nwhere island in (:given_island)\norder by name"));
        assertThat(give(author, "--dry-run").output())
                .contains("query given: changed", "+order by name", " where island in (:given_island)")
                .doesNotContain("report given");
    }

    @Test
    void rejectsAnInvalidProjectAsAWhole() throws Exception {
        write(Map.of(
                "project.yaml",
                PROJECT.replace("given", "half").replace("query: half}", "query: nowhere}"),
                "half.sql",
                "select 1"));
        Ended refused = give(author);
        assertThat(refused.code()).isEqualTo(2);
        assertThat(refused.output()).contains("refused it", "nowhere").doesNotContain("Published to");
        write(Map.of("project.yaml", PROJECT.replace("given", "half").replace("source: ferries", "source: elsewhere")));
        assertThat(give(author).output()).contains("elsewhere");
    }

    @Test
    void requiresPermission() throws Exception {
        write(Map.of("project.yaml", PROJECT, "given.sql", "select 1"));
        assertThat(give(viewer).output()).contains("This requires the role author");
        assertThat(give("psieve_nobody", "--project", "home").output()).contains("You are not signed in");
        assertThat(give(author, "--project", "nowhere").code()).isEqualTo(2);
        Files.delete(folder.resolve("given.sql"));
        assertThat(give(author).output()).contains("File not found: given.sql");
    }
}
