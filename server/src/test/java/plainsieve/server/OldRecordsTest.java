package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;
import static plainsieve.server.Api.values;

import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Records that an earlier version wrote go on: what was in them is there, and works. */
class OldRecordsTest {
    private static final String KEPT_CHOICES = "ed64943c-2942-3027-9dbe-a1288865e83d";
    private static final String SIGNED_BY_VERSION_3 =
            "eyJyZXBvcnQiOiJsYXRlLWNyb3NzaW5ncyIsImNob2ljZXMiOnsicG9ydCI6eyJraW5kIjoidmFsdWVzIiwidmFsdWVzIjpbIlRhcm4gUXVheSJdLCJ3aXRob3V0VmFsdWUiOmZhbHNlfX19"
                    + ".2-bJhp0UCmDwPOTmYWwJlMAts478ZDAjtkkyYZv9gyM";

    private static AnotherServer server;
    private static Api api;

    @BeforeAll
    static void startOnOldRecords() throws Exception {
        Path folder = AnotherServer.folderOfVersion3();
        // The second start reads what the first has written.
        AnotherServer.on(folder).close();
        server = AnotherServer.on(folder);
        api = server.api();
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private static JsonNode question(String signed) {
        return api.post("/api/reports/late-crossings/question", Map.of("choices", Map.of(), "signed", signed))
                .json();
    }

    @Test
    void everythingLiesInOneProject() {
        JsonNode projects = api.get("/api/projects").json();
        assertThat(projects).hasSize(1);
        assertThat(projects.get(0).get("id").asString()).isEqualTo("home");
    }

    @Test
    void reportsSayTheirQuestionAndShowTheirRows() {
        assertThat(question("").get("sentence").asString()).startsWith("Sailed crossings from Ardlow, Skerrin");
        assertThat(api.runView("late-crossings", "figures", Map.of("port", values("Lunna")))
                        .rows())
                .hasSize(1);
        assertThat(api.runView("vessel-diary", "diary", Map.of()).status()).isEqualTo(200);
    }

    @Test
    void aParameterIsAsItWasDefined() {
        JsonNode klass = api.get("/api/parameters/klass").json();
        assertThat(klass.get("label").asString()).isEqualTo("Klasse");
        assertThat(klass.get("unit").asString()).isEqualTo("x");
        assertThat(klass.get("formerNames").toString()).isEqualTo("[\"class\"]");
        assertThat(klass.get("list").get("values").findValuesAsString("label")).containsExactly("Big", "Small one");
        assertThat(klass.get("list").get("column").get("column").asString()).isEqualTo("vessel_class");
        assertThat(klass.get("default").get("choice").get("kind").asString()).isEqualTo("all");
        assertThat(klass.get("trialChoice").toString())
                .isEqualTo("{\"kind\":\"values\",\"values\":[\"Isle\"],\"withoutValue\":true}");
    }

    @Test
    void itsFormerNameStillMeansItButNotBesideThePresentOne() {
        String text = "select name from vessels where vessel_class in (:klass)";
        assertThat(api.runDraft("classes", text, Map.of("class", values("Isle")))
                        .rows())
                .isNotEmpty();
        Map<String, Object> both = Map.of("klass", values("Isle"), "class", values("Isle"));
        assertThat(api.runDraft("classes", text, both).failure()).contains(":klass is chosen twice");
    }

    @Test
    void aDraftIsStillNotLive() {
        JsonNode classes = api.get("/api/queries/classes").json();
        assertThat(classes.get("text").asString()).endsWith("-- draft");
        assertThat(classes.get("changed").asBoolean()).isTrue();
    }

    @Test
    void keptChoicesAndSignedLinksOpen() {
        assertThat(api.get("/api/reports/late-crossings/selections/" + KEPT_CHOICES)
                        .json()
                        .get("choices")
                        .get("port")
                        .get("values")
                        .toString())
                .isEqualTo("[\"Lunna\"]");
        JsonNode signed = question(SIGNED_BY_VERSION_3);
        assertThat(signed.get("fixed").toString()).isEqualTo("[\"port\"]");
        assertThat(signed.get("sentence").asString()).contains("from Tarn Quay");
    }

    @Test
    void whatWasSentAndWhereItRanIsStillTold() {
        JsonNode line = api.get("/api/sent/2").json();
        assertThat(line.get("values").get(0).get("values").toString()).isEqualTo("[\"Isle\"]");
        assertThat(line.get("fetched").asInt()).isEqualTo(6);
        assertThat(api.get("/api/sent/2/proof")
                        .json()
                        .get("verdicts")
                        .get(0)
                        .get("proof")
                        .asString())
                .contains("SEQ_SCAN on vessels");
    }
}
