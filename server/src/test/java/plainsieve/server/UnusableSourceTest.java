package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import plainsieve.server.records.definitions.SourceRecords;
import plainsieve.server.records.definitions.SourceRow;
import tools.jackson.databind.JsonNode;

/** A source stored by an earlier version that is no longer valid: it explains why, can be corrected, and does not affect others. */
class UnusableSourceTest {
    private static final String BAD = "ferries.duckdb;enable_external_access=true";

    @TempDir
    static Path folder;

    private static AnotherServer server;
    private static Api api;

    @BeforeAll
    static void startOnARecordThatCannotBe() throws SQLException {
        AnotherServer.ofDemo(folder, "--plainsieve.demo-crossings=500").close();
        keep("bad", settings(BAD));
        keep("gone", settings("/etc/hostname"));
        server = AnotherServer.on(folder);
        api = server.api();
    }

    private static String settings(String file) {
        return """
                {"format":1,"content":{
                  "fields":{"host":"","port":0,"database":"%s","user":"","signIn":"none","tableOverrides":{}},
                  "limits":{"concurrentStatements":8,"timeoutSeconds":0,"functions":[],"runOnOpening":true}}}
                """.formatted(file);
    }

    private static void keep(String id, String settings) throws SQLException {
        try (Connection records = DriverManager.getConnection("jdbc:sqlite:" + folder.resolve("plainsieve.sqlite"));
                Statement statement = records.createStatement()) {
            statement.executeUpdate(
                    "insert into source (id, kind, settings, password, position) select '%s', kind, '%s',"
                                    .formatted(id, settings)
                            + " password, 9 from source where id = 'ferries'");
        }
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    @Test
    void isListedWithOthers() {
        JsonNode sources = api.get("/api/v1/sources").json();
        assertThat(sources.findValuesAsString("id")).containsExactly("ferries", "copies", "office", "bad", "gone");
        assertThat(sources.get(3).get("database").asString()).isEqualTo(BAD);
    }

    @Test
    void explainsTheRejection() {
        assertThat(health("bad")).contains("is unavailable", "has an invalid character");
        assertThat(health("gone")).contains("is unavailable", "is outside the folders that this server may read");
        assertThat(health("ferries")).startsWith("DuckDB");
    }

    private static String health(String id) {
        return api.get("/api/v1/sources/%s/health".formatted(id))
                .json()
                .get("message")
                .asString();
    }

    @Test
    void doesNotAffectOtherReportsOrTheExport() throws Exception {
        assertThat(api.runView("vessel-diary", "diary", Map.of()).status()).isEqualTo(200);
        assertThat(ProjectUpload.download(server.address()).get("project.yaml")).contains(BAD, "id: ferries");
    }

    @Test
    void itsQueriesFailWithTheSameMessage() {
        api.post("/api/v1/queries", Map.of("name", "On bad", "source", "bad", "text", "select 1"));
        assertThat(api.runDraft("on-bad", "select 1", Map.of()).failure()).contains("is unavailable");
    }

    @Test
    void canBeCorrected() {
        SourceRecords records = server.part(SourceRecords.class);
        SourceRow good = records.find("ferries").orElseThrow();
        records.add(new SourceRow("worse", good.kind(), settings(BAD), good.password(), 0, ""));
        Map<String, Object> seen = Map.of("kind", "duckdb", "database", BAD);
        Map<String, Object> corrected = Map.of("kind", "duckdb", "database", "ferries.duckdb", "seen", seen);
        assertThat(api.send("PUT", "/api/v1/sources/worse", corrected).status()).isEqualTo(204);
        assertThat(health("worse")).startsWith("DuckDB");
        assertThat(api.send("DELETE", "/api/v1/sources/worse", "").status()).isEqualTo(204);
    }

    @Test
    void importDoesNotRequireItsFile() throws Exception {
        ProjectUpload.importProject(server.address(), Map.of("project.yaml", """
                        format: plain-sieve/1
                        sources:
                          - id: theirs
                            kind: duckdb
                            database: /somewhere/else.duckdb
                        """));
        assertThat(health("theirs")).contains("is outside the folders");
        assertThat(api.send("DELETE", "/api/v1/sources/theirs", "").status()).isEqualTo(204);
    }
}
