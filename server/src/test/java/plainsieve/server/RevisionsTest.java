package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import plainsieve.server.definitions.project.Projects;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Published versions: recorded with every change, compared, shown with their rows, and restored. */
class RevisionsTest {
    private static final String REVISIONS = "/api/v1/projects/home/revisions";

    private static AnotherServer server;
    private static Api api;

    @BeforeAll
    static void start() throws Exception {
        server = AnotherServer.on(AnotherServer.folderOfFerries());
        api = server.api();
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private static JsonNode newest() {
        return api.get(REVISIONS).json().get(0);
    }

    private static int number() {
        return newest().get("number").asInt();
    }

    private static JsonNode query(String id) {
        return api.get("/api/v1/queries/" + id).json();
    }

    private static JsonNode changes() {
        return api.get("/api/v1/projects/home/pending-changes").json().get("changes");
    }

    private static String live(String id) {
        return server.part(Projects.class).first().query(id).liveText();
    }

    private static String made(String name, String text) {
        return api.post("/api/v1/queries", Map.of("name", name, "source", "ferries", "text", text))
                .json()
                .get("id")
                .asString();
    }

    private static Api.Answer drafted(String id, String text) {
        return api.send(
                "PATCH",
                "/api/v1/queries/" + id,
                Map.of("text", text, "version", query(id).get("version").asInt()));
    }

    private static void given(String id, String why) {
        Api.Answer answer = api.post(
                "/api/v1/queries/" + id + "/publish?reason=" + why,
                Map.of("version", query(id).get("version").asInt()));
        assertThat(answer.status()).isEqualTo(200);
    }

    @Test
    void publishingRecordsAVersionWithItsReason() {
        String id = made("Kept", "select 1 as one");
        int before = number();
        assertThat(drafted(id, "select 2 as two").status()).isEqualTo(200);
        assertThat(number()).isEqualTo(before);
        given(id, "two%20is%20more");
        assertThat(number()).isEqualTo(before + 1);
        assertThat(newest().get("reason").asString()).isEqualTo("two is more");
        assertThat(newest().get("changedObjects").asInt()).isEqualTo(1);
        JsonNode changed = api.get(REVISIONS + "/" + number() + "/difference").json();
        assertThat(changed).hasSize(1);
        assertThat(changed.get(0).get("id").asString()).isEqualTo(id);
        assertThat(changed.get(0).get("name").asString()).isEqualTo("Kept");
        assertThat(changed.get(0).get("lines").toString()).contains("-select 1 as one", "+select 2 as two");
        assertThat(api.get(REVISIONS + "?before=" + number())
                        .json()
                        .get(0)
                        .get("number")
                        .asInt())
                .isEqualTo(before);
    }

    @Test
    void showsRowsOfAnOlderVersion() {
        int before = number();
        Api then = api.saying("Revision", Integer.toString(before));
        JsonNode report = api.get("/api/v1/reports/late-crossings").json();
        assertThat(api.send("DELETE", "/api/v1/reports/late-crossings", Map.of())
                        .status())
                .isEqualTo(204);
        assertThat(api.get("/api/v1/reports/late-crossings").status()).isEqualTo(404);
        assertThat(then.get("/api/v1/reports/late-crossings").json().get("name"))
                .isEqualTo(report.get("name"));
        Api.Answer rows = then.runView("late-crossings", "figures", Map.of());
        assertThat(rows.status()).isEqualTo(200);
        assertThat(rows.rows()).hasSize(1);

        api.post(REVISIONS + "/" + before + "/restore", Map.of("kind", "report", "id", "late-crossings"));
        assertThat(api.get("/api/v1/reports/late-crossings").json().get("name")).isEqualTo(report.get("name"));
        assertThat(newest().get("number").asInt()).isEqualTo(before + 2);
        assertThat(api.saying("Revision", "99999").get("/api/v1/reports").status())
                .isEqualTo(404);
    }

    @Test
    void describesDifferencesInSentences() {
        JsonNode port = api.get("/api/v1/parameters/port").json();
        ObjectNode other = ((ObjectNode) port).deepCopy();
        other.put("blankRule", "not-allowed");
        assertThat(api.send("PUT", "/api/v1/parameters/port", other).status()).isEqualTo(200);
        JsonNode changed =
                api.get(REVISIONS + "/" + number() + "/difference").json().get(0);
        assertThat(changed.get("name").asString()).isEqualTo(":port");
        assertThat(changed.get("details")).hasSize(1);
        assertThat(changed.get("details").get(0).asString())
                .contains("a choice is required", ", was “when blank: no filter");
    }

    @Test
    void restoringPublishesAVersionAndKeepsDrafts() {
        String id = made("Back", "select 1 as one");
        int before = number();
        JsonNode then = api.get("/api/v1/reports").json();
        drafted(id, "select 2 as two");
        given(id, "");
        drafted(id, "select 3 as three");
        String later = made("Later", "select 4 as four");

        assertThat(api.post(REVISIONS + "/" + before + "/restore", Map.of()).status())
                .isEqualTo(204);
        assertThat(live(id)).isEqualTo("select 1 as one");
        assertThat(query(id).get("text").asString()).isEqualTo("select 3 as three");
        assertThat(api.get("/api/v1/queries/" + later).status()).isEqualTo(404);
        assertThat(api.get("/api/v1/removed").json().findValuesAsString("objectId"))
                .contains(later);
        assertThat(api.get("/api/v1/reports").json()).hasSameSizeAs(then);
        assertThat(api.get(REVISIONS + "/" + number() + "/difference?from=" + before)
                        .json())
                .isEmpty();
    }

    @Test
    void restoringKeepsWhatDraftsNeed() {
        int before = number();
        String id = made("For a draft", "select name from ports where name = :port");
        String report = api.post("/api/v1/queries/" + id + "/reports", Map.of())
                .json()
                .get("id")
                .asString();
        made("For nothing", "select 1 as one");
        assertThat(api.post(REVISIONS + "/" + before + "/restore", Map.of()).status())
                .isEqualTo(204);
        assertThat(api.get("/api/v1/queries/" + id).status()).isEqualTo(200);
        assertThat(api.get("/api/v1/queries/for-nothing").status()).isEqualTo(404);
        assertThat(api.get("/api/v1/reports/" + report + "/editor").status()).isEqualTo(200);
        api.send("DELETE", "/api/v1/reports/" + report, Map.of());
    }

    @Test
    void warnsAboutLeftoversBeforePublishing() {
        String id = made("Left over", "select 1 as one");
        api.post("/api/v1/parameters", Map.of("name", "for_nothing", "type", "text"));
        drafted(id, "select name from ports limit 7");
        JsonNode matters =
                api.get("/api/v1/projects/home/pending-changes").json().get("warnings");
        assertThat(matters).anySatisfy(matter -> {
            assertThat(matter.get("id").asString()).isEqualTo(id);
            assertThat(matter.get("line").asInt()).isEqualTo(1);
            assertThat(matter.get("message").asString()).contains("row limit looks left over");
        });
        assertThat(matters)
                .anySatisfy(matter -> assertThat(matter.get("name").asString()).isEqualTo(":for_nothing"));
        drafted(id, "select 1 as one");
        assertThat(api.get("/api/v1/projects/home/pending-changes")
                        .json()
                        .get("warnings")
                        .findValuesAsString("id"))
                .doesNotContain(id);
    }

    @Test
    void publishesEverythingOrNothing() {
        String good = made("Good", "select 1 as one");
        String bad = made("Bad", "select 1 as one");
        drafted(good, "select 2 as two");
        drafted(bad, "select :nobody_knows as two");
        List<String> changed = changes().findValuesAsString("id");
        assertThat(changed).contains(good, bad);
        int before = number();
        Api.Answer refused = api.post("/api/v1/projects/home/publish?reason=x", Map.of());
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.failure()).contains(":nobody_knows");
        assertThat(live(good)).isEqualTo("select 1 as one");
        assertThat(number()).isEqualTo(before);

        drafted(bad, "select 3 as three");
        assertThat(api.post("/api/v1/projects/home/publish?reason=together", Map.of())
                        .status())
                .isEqualTo(204);
        assertThat(newest().get("reason").asString()).isEqualTo("together");
        assertThat(live(bad)).isEqualTo("select 3 as three");
        assertThat(changes().findValuesAsString("id")).doesNotContain(good, bad);
    }
}
