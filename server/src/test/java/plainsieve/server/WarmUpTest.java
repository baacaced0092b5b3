package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** A started server warms up the request path and connects to the sources of its reports only; it sends no statement. */
class WarmUpTest {
    /** Without this, about one start in twelve hit the race. */
    private static final int ROUNDS = 12;

    @Test
    void connectsToSourcesOfReportsAfterAStart() throws Exception {
        Path folder = AnotherServer.folderOfFerries();
        Path asked = database(folder, "asked.sqlite");
        Path unasked = database(folder, "unasked.sqlite");
        List<String> sent;
        try (AnotherServer server = AnotherServer.on(folder, "--plainsieve.jobs=false")) {
            Api api = server.api();
            source(api, "asked");
            source(api, "unasked");
            query(api, "unasked");
            api.post("/api/v1/queries/" + query(api, "asked") + "/reports", Map.of());
            api.post("/api/v1/projects/home/publish", Map.of("reason", "to be asked"));
            sent = sent(api);
        }
        assertThat(isOpen(asked)).isFalse();
        try (AnotherServer server = AnotherServer.on(folder)) {
            Waiting.until(() -> isOpen(asked));
            assertThat(isOpen(unasked)).isFalse();
            assertThat(sent(server.api())).isEqualTo(sent);
            assertThat(ids(server.api(), "projects")).isEqualTo(List.of("home"));
            assertThat(ids(server.api(), "sources")).isEqualTo(List.of("ferries", "asked", "unasked"));
        }
    }

    @Test
    void stoppedServerLeavesNoSourceOpen() throws Exception {
        Path folder = AnotherServer.folderOfFerries();
        Path ferries = folder.resolve("files").resolve("ferries.duckdb").toRealPath();
        for (int round = 0; round < ROUNDS; round++) {
            AnotherServer.on(folder).close();
            assertThat(isOpen(ferries)).isFalse();
            // A connection opened during shutdown is closed shortly afterwards.
            TimeUnit.MILLISECONDS.sleep(300);
            assertThat(isOpen(ferries)).isFalse();
        }
    }

    private static Path database(Path folder, String name) throws Exception {
        Path file = folder.resolve("files").resolve(name);
        try (Connection connection = DriverManager.getConnection("jdbc:sqlite:" + file)) {
            connection.createStatement().execute("create table berths (name text)");
        }
        return file.toRealPath();
    }

    private static void source(Api api, String id) {
        Api.Answer made = api.post("/api/v1/sources", Map.of("id", id, "kind", "sqlite", "database", id + ".sqlite"));
        assertThat(made.status()).isEqualTo(201);
    }

    private static List<String> sent(Api api) {
        return api.get("/api/v1/sent").json().findValuesAsString("text");
    }

    private static List<String> ids(Api api, String what) {
        return api.get("/api/v1/" + what).json().findValuesAsString("id");
    }

    private static String query(Api api, String source) {
        return api.post("/api/v1/queries", Map.of("name", source, "source", source, "text", "select name from berths"))
                .json()
                .get("id")
                .asString();
    }

    /** Whether this process, which runs the server, has a file open. */
    private static boolean isOpen(Path file) throws IOException {
        try (Stream<Path> open = Files.list(Path.of("/proc/self/fd"))) {
            return open.anyMatch(descriptor -> leadsTo(descriptor, file));
        }
    }

    private static boolean leadsTo(Path descriptor, Path file) {
        try {
            return Files.readSymbolicLink(descriptor).equals(file);
        } catch (IOException e) {
            // Closed meanwhile.
            return false;
        }
    }
}
