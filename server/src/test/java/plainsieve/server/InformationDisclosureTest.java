package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import plainsieve.server.people.Role;
import tools.jackson.databind.JsonNode;

/** Statements, sources and errors are visible to authors only. */
class InformationDisclosureTest {
    private static RestrictedServer server;
    private static Api viewer;
    private static Api author;

    @BeforeAll
    static void start() throws Exception {
        server = new RestrictedServer();
        author = server.person("oran", "home", Role.AUTHOR);
        viewer = server.person("tam", "home", Role.VIEWER);
        server.officeOf("tam", "Tarn");
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private static JsonNode begun(Api.Answer run) {
        return run.lines().stream()
                .filter(line -> line.path("event").asString("").equals("started"))
                .findFirst()
                .orElseThrow();
    }

    private static Api.Answer rows(Api who) {
        return who.runView("held", "rows", Map.of());
    }

    private static long sent(Api who) {
        return begun(rows(who)).get("sentId").asLong();
    }

    @Test
    void viewerGetsRowsWithoutStatements() {
        assertThat(begun(rows(author)).get("text").asString()).contains("from crossings");
        JsonNode begun = begun(rows(viewer));
        assertThat(begun.get("text").asString()).isEmpty();
        assertThat(begun.get("values")).isEmpty();
        assertThat(begun.get("placements")).isEmpty();
        assertThat(begun.get("columns")).hasSize(5);
    }

    private static void showWhere(boolean where) {
        assertThat(author.send(
                                "PUT",
                                "/api/v1/reports/held/settings",
                                Map.of("question", "Crossings.", "showsPlacements", where))
                        .status())
                .isEqualTo(204);
    }

    @Test
    void evidenceIsVisibleWhereTheReportAllows() {
        long sent = sent(viewer);
        showWhere(false);
        assertThat(viewer.post("/api/v1/sent/" + sent + "/evidence", Map.of()).status())
                .isEqualTo(404);
        showWhere(true);
        Api.Answer proof = viewer.post("/api/v1/sent/" + sent + "/evidence", Map.of());
        JsonNode island = proof.json().get("placements").get(0);
        assertThat(island.get("parameter").asString()).isEqualTo("island");
        assertThat(island.get("site").asString()).isNotEmpty();
        assertThat(island.get("table").asString()
                        + island.get("planStep").asString()
                        + island.get("index").asString())
                .isEmpty();
        assertThat(proof.json().get("plan")).isEmpty();
        assertThat(viewer.get("/api/v1/sent/" + sent + "/text").status()).isEqualTo(403);
        assertThat(author.post("/api/v1/sent/" + sent(author) + "/evidence", Map.of())
                        .json()
                        .get("plan"))
                .isNotEmpty();
    }

    @Test
    void authorsSeeTheirStatementsAndOperatorsAll() {
        long theirs = sent(viewer);
        assertThat(author.get("/api/v1/sent/" + theirs).status()).isEqualTo(404);
        assertThat(author.get("/api/v1/sent/" + theirs + "/text").status()).isEqualTo(404);
        assertThat(author.post("/api/v1/sent/" + theirs + "/measured-evidence", Map.of())
                        .status())
                .isEqualTo(404);
        assertThat(author.get("/api/v1/sent").json().findValuesAsString("caller"))
                .doesNotContain("tam");
        assertThat(server.operator().get("/api/v1/sent").json().findValuesAsString("caller"))
                .contains("tam");
        assertThat(server.operator().get("/api/v1/sent/" + theirs).status()).isEqualTo(200);
    }

    @Test
    void viewerSeesNoDatabaseError() throws Exception {
        server.bringIn(RestrictedServer.project() + """
                - id: broken
                  name: Broken
                  views: [{id: rows, kind: table, query: broken}]
                """, "select * from no_such_table where island in (:island)");
        Api.Answer told = viewer.runView("broken", "rows", Map.of());
        assertThat(told.failure()).contains("refused the request").doesNotContain("no_such_table");
        assertThat(told.lines().toString()).doesNotContain("no_such_table", "select");
        assertThat(author.runView("broken", "rows", Map.of()).failure()).contains("no_such_table");
    }

    @Test
    void privateValueIsNeitherLinkedNorStored() throws Exception {
        server.bringIn(RestrictedServer.project().replace("- {name: state,", "- {name: state, private: true,"));
        Map<String, Object> choices = Map.of("state", Api.values("late"), "held_port", Api.values("Tarn Quay"));
        JsonNode kept = viewer.post("/api/v1/reports/held/selections", Map.of("name", "", "choices", choices))
                .json();
        assertThat(kept.get("choices").propertyNames()).containsExactly("held_port");
        assertThat(author.post("/api/v1/reports/held/signed-links", Map.of("choices", choices, "lastDay", ""))
                        .failure())
                .contains(":state is private");
    }
}
