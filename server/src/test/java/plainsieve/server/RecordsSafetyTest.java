package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import plainsieve.demo.FreePort;
import plainsieve.server.records.IncompatibleDatabaseException;
import plainsieve.server.records.RecordsFile;

class RecordsSafetyTest {
    private static final int ASKED = 20;
    private static final int KILLS = Integer.getInteger("endure.kills", 1);

    private static final String ENDLESS =
            "with recursive n (i) as (select 1 union all select i + 1 from n) select count(*) from n";

    @TempDir
    private Path folder;

    private Path file() {
        return folder.resolve("plainsieve.sqlite");
    }

    private void database(String... statements) throws Exception {
        try (Connection connection = DriverManager.getConnection("jdbc:sqlite:" + file())) {
            for (String statement : statements) {
                connection.createStatement().execute(statement);
            }
        }
    }

    @Test
    void rejectsAFileThatIsNoDatabase() throws Exception {
        Files.writeString(file(), "my diary");
        assertThatThrownBy(() -> RecordsFile.check(file()))
                .isInstanceOf(IncompatibleDatabaseException.class)
                .hasMessageContaining("not a Plain Sieve file");
        assertThat(file()).hasContent("my diary");
    }

    @Test
    void rejectsTheDatabaseOfAnotherProgram() throws Exception {
        database("create table diary (entry text)");
        assertThatThrownBy(() -> RecordsFile.check(file())).hasMessageContaining("another program");
    }

    @Test
    void rejectsRecordsOfANewerVersion() throws Exception {
        database("create table query (id text)", "pragma application_id = 1347635542", "pragma user_version = 99");
        byte[] before = Files.readAllBytes(file());
        assertThatThrownBy(() -> RecordsFile.check(file()))
                .hasMessageContaining("another version of Plain Sieve")
                .hasMessageContaining("99");
        assertThat(Files.readAllBytes(file())).isEqualTo(before);
    }

    @Test
    void rejectsADatabaseOfAnotherDevelopmentVersion() throws Exception {
        AnotherServer.on(folder).close();
        database("update flyway_schema_history set checksum = 1 where version = '1'");
        assertThatThrownBy(() -> AnotherServer.on(folder))
                .satisfies(e -> assertThat(IncompatibleDatabaseException.findIn(e))
                        .get()
                        .extracting(Throwable::getMessage)
                        .asString()
                        .contains("another development version", "plainsieve.data-folder"));
    }

    @Test
    void acceptsANewFolderAndAnEmptyFile() throws Exception {
        RecordsFile.check(folder.resolve("new/plainsieve.sqlite"));
        Files.createFile(file());
        RecordsFile.check(file());
        assertThat(file()).isEmptyFile();
    }

    @Test
    void folderIsLockedAndItsFilesArePrivate() throws Exception {
        try (ServerProcess server = ServerProcess.answering(folder)) {
            for (String name : List.of("plainsieve.sqlite", "secret.key", "server.lock")) {
                assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(folder.resolve(name))))
                        .as(name)
                        .isEqualTo("rw-------");
            }
            assertThat(refusal("second"))
                    .contains("in use by a running server: " + server.address(), "plainsieve.data-folder");
            makeQuery(server.api());
        }
        for (byte[] wrong : List.of(new byte[0], new byte[32])) {
            Files.write(folder.resolve("secret.key"), wrong);
            assertThat(refusal("key")).contains("secret.key", "Restore").doesNotContain("Exception", "\tat ");
            assertThat(folder.resolve("secret.key")).hasBinaryContent(wrong);
        }
    }

    /** The message of a server that does not start. */
    private String refusal(String log) throws Exception {
        Process refused = ServerProcess.begun(folder, FreePort.find(), folder.resolve(log))
                .process();
        assertThat(refused.waitFor(60, TimeUnit.SECONDS)).isTrue();
        assertThat(refused.exitValue()).isEqualTo(2);
        return Files.readString(folder.resolve(log));
    }

    @Test
    void losesNothingCommittedWhenKilled() throws Exception {
        int confirmed = 0;
        for (int round = 0; round < KILLS; round++) {
            ServerProcess server = ServerProcess.answering(folder);
            try {
                Api api = server.api();
                if (round == 0) {
                    makeQuery(api);
                } else {
                    assertThat(api.get("/api/v1/queries/kept")
                                    .json()
                                    .get("text")
                                    .asString())
                            .isEqualTo("select " + confirmed);
                    assertThat(api.get("/api/v1/sent").json()).hasSize(ASKED);
                }
                confirmed = saveDrafts(api, round * 100);
                for (int i = 0; i < ASKED && round == 0; i++) {
                    api.runDraft("kept", "select " + i, Map.of());
                }
            } finally {
                server.kill();
            }
        }
    }

    @Test
    void runningStatementIsLoggedBeforeItIsSent() throws Exception {
        try (ServerProcess server = ServerProcess.answering(folder)) {
            makeAnsweringQuery(server.api());
            server.api().runDraft("kept", "select 1", Map.of());
            CompletableFuture.runAsync(() -> server.api().runDraft("kept", ENDLESS, Map.of()));
            // The outcome of the previous run is written shortly after its end.
            Waiting.until(() -> String.join("", begun()).startsWith(ENDLESS));
            server.kill();
        }
        try (ServerProcess server = ServerProcess.answering(folder)) {
            assertThat(outcomes(server.api())).containsExactly("stopped: The server ended while this ran.", "done: ");
            assertThat(begun()).isEmpty();
        }
    }

    @Test
    void interruptedStatementIsLoggedOnceWithItsOutcome() throws Exception {
        try (ServerProcess server = ServerProcess.answering(folder)) {
            Api api = server.api();
            // A run belongs to the browser that started it.
            api.get("/api/v1/me");
            makeAnsweringQuery(api);
            Map<String, Object> endless = Map.of("runId", "endless", "text", ENDLESS, "choices", Map.of());
            CompletableFuture<Api.Answer> run =
                    CompletableFuture.supplyAsync(() -> api.post("/api/v1/queries/kept/run", endless));
            Waiting.until(() -> outcomes(api).equals(List.of("running: ")));
            api.post("/api/v1/runs/endless/stop", "");
            assertThat(run.join().failure()).contains("stopped");
            assertThat(outcomes(api)).singleElement().asString().startsWith("stopped: ");
            assertThat(begun()).isEmpty();
        }
    }

    /** The statements in the file that were started and neither fetched nor ended. */
    private List<String> begun() {
        try (Connection connection = DriverManager.getConnection("jdbc:sqlite:" + file());
                ResultSet rows = connection.createStatement().executeQuery("select text from sent_running")) {
            List<String> texts = new ArrayList<>();
            while (rows.next()) {
                texts.add(rows.getString(1));
            }
            return texts;
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }

    private static List<String> outcomes(Api api) {
        return api.get("/api/v1/sent")
                .json()
                .valueStream()
                .map(sent -> sent.get("outcome").asString() + ": "
                        + sent.get("problem").asString())
                .toList();
    }

    private void makeAnsweringQuery(Api api) throws Exception {
        Path answering = folder.resolve("files").resolve("answering.sqlite");
        try (Connection connection = DriverManager.getConnection("jdbc:sqlite:" + answering)) {
            connection.createStatement().execute("create table berths (name text)");
        }
        api.post("/api/v1/sources", Map.of("id", "s", "kind", "sqlite", "database", "answering.sqlite"));
        api.post("/api/v1/queries", Map.of("name", "Kept", "source", "s", "text", ""));
    }

    private static void makeQuery(Api api) {
        api.post("/api/v1/sources", Map.of("id", "s", "kind", "duckdb", "database", "nowhere.duckdb"));
        api.post("/api/v1/queries", Map.of("name", "Kept", "source", "s", "text", ""));
    }

    /** @return the number in the last confirmed text */
    private static int saveDrafts(Api api, int after) {
        int version = api.get("/api/v1/queries/kept").json().get("version").asInt();
        for (int i = after + 1; i <= after + 40; i++) {
            Map<String, Object> draft = Map.of("text", "select " + i, "version", version++);
            assertThat(api.send("PATCH", "/api/v1/queries/kept", draft).status())
                    .isEqualTo(200);
        }
        return after + 40;
    }
}
