package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** A parameter chooses the source of a query: one database per region, queried as if they were one. */
class SourceChoiceApiTest {
    private static final Api API = new Api(RunningServer.get().address());
    private static final String TEXT = "select name from ports where island = :chosen_isle order by name limit 3";

    @BeforeAll
    static void addRegions() {
        addIslands("islands in the south");
        addIslands("islands in the north");
        API.post("/api/v1/parameters", Map.of("name", "chosen_isle", "type", "text"));
        API.post(
                "/api/v1/parameters",
                Map.of(
                        "name",
                        "chosen_region",
                        "type",
                        "name",
                        "list",
                        typed(List.of(
                                entry("islands", "inner"),
                                entry("islands in the south", "southern"),
                                entry("ferries", "odd")))));
        API.post("/api/v1/parameters", Map.of("name", "chosen_text", "type", "text"));
        API.post("/api/v1/queries", Map.of("name", "Regional", "source", "islands", "text", TEXT));
        assertThat(choose("regional", "chosen_region").status()).isEqualTo(200);
    }

    /** A second database of the same kind: the same server under another name. */
    private static void addIslands(String id) {
        int port = -1;
        for (JsonNode source : API.get("/api/v1/sources").json()) {
            port = source.get("id").asString().equals("islands")
                    ? source.get("port").asInt()
                    : port;
        }
        Map<String, Object> source = new HashMap<>(Map.of("id", id, "kind", "mariadb", "host", "127.0.0.1"));
        source.putAll(Map.of("port", port, "database", "ferries", "user", "ferry_reader", "password", ""));
        assertThat(API.post("/api/v1/sources", source).status()).isEqualTo(201);
    }

    private static Map<String, Object> typed(List<Map<String, String>> entries) {
        return Map.of("kind", "typed", "values", entries);
    }

    private static Map<String, String> entry(String value, String label) {
        return Map.of("value", value, "label", label);
    }

    private static Api.Answer choose(String query, String parameter) {
        int version = API.get("/api/v1/queries/" + query).json().get("version").asInt();
        return API.send("PATCH", "/api/v1/queries/" + query, Map.of("sourceParameter", parameter, "version", version));
    }

    private static Api.Answer run(Object region) {
        return API.runDraft("regional", TEXT, Map.of("chosen_isle", Api.blank(), "chosen_region", region));
    }

    private static String sentTo(Api.Answer ran) {
        long id = ran.lines().stream()
                .filter(line -> line.path("event").asString("").equals("started"))
                .findFirst()
                .orElseThrow()
                .get("sentId")
                .asLong();
        return API.get("/api/v1/sent/" + id).json().get("sourceId").asString();
    }

    @Test
    void sendsTheStatementToTheChosenSource() {
        Api.Answer inner = run(Api.values("islands"));
        Api.Answer outer = run(Api.values("islands in the south"));
        assertThat(sentTo(inner)).isEqualTo("islands");
        assertThat(sentTo(outer)).isEqualTo("islands in the south");
        assertThat(inner.rows()).hasSize(3).isEqualTo(outer.rows());
    }

    @Test
    void rejectsOtherValuesWithAReason() {
        assertThat(run(Api.blank()).failure()).contains(":chosen_region").contains("which is blank");
        // Listed, but of another kind.
        assertThat(run(Api.values("ferries")).failure()).contains("is not a source of “Regional”");
        // Of the same kind, but not listed.
        Api.Answer unlisted = run(Api.values("islands in the north"));
        assertThat(unlisted.status()).isEqualTo(422);
        assertThat(unlisted.rows()).isEmpty();
        assertThat(unlisted.json().toString()).contains("not on the list");
        assertThat(run(Api.values("nowhere")).rows()).isEmpty();
    }

    @Test
    void requiresAParameterWithAList() {
        assertThat(choose("regional", "chosen_text").status()).isEqualTo(422);
        assertThat(choose("regional", "missing").status()).isEqualTo(404);
        API.post("/api/v1/parameters", Map.of("name", "chosen_freely", "type", "name"));
        Map<String, Object> free =
                Map.of("name", "Free", "source", "islands", "text", TEXT, "sourceParameter", "chosen_freely");
        assertThat(API.post("/api/v1/queries", free).status()).isEqualTo(422);
        Map<String, Object> copied = Map.of("name", "Copied", "source", "islands", "text", TEXT, "storedCopy", "none");
        assertThat(API.post("/api/v1/queries", copied).failure()).startsWith("A new query has no stored copy.");
        assertThat(choose("regional", "chosen_freely").status()).isEqualTo(422);
        assertThat(API.get("/api/v1/queries/regional")
                        .json()
                        .get("sourceParameter")
                        .asString())
                .isEqualTo("chosen_region");
    }

    /** A parameter whose list contains one source. */
    private static void nameOfTheIslands(String parameter) {
        API.post(
                "/api/v1/parameters",
                Map.of("name", parameter, "type", "name", "list", typed(List.of(entry("islands", "inner")))));
    }

    /** Changing the parameter later opens no other source. */
    @Test
    void losesItsEffectWithoutAList() {
        nameOfTheIslands("chosen_once");
        API.post("/api/v1/queries", Map.of("name", "Opened", "source", "islands", "text", "select 1 as one"));
        assertThat(choose("opened", "chosen_once").status()).isEqualTo(200);
        ObjectNode parameter =
                (ObjectNode) API.get("/api/v1/parameters/chosen_once").json();
        parameter.putObject("list").put("kind", "any");
        assertThat(API.send("PUT", "/api/v1/parameters/chosen_once", parameter.toString())
                        .status())
                .isEqualTo(200);
        Api.Answer ran =
                API.runDraft("opened", "select 1 as one", Map.of("chosen_once", Api.values("islands in the north")));
        assertThat(ran.rows()).isEmpty();
        assertThat(ran.failure()).contains("cannot choose the source");
    }

    @Test
    void benchAndGraphShowTheParameter() {
        JsonNode check =
                API.post("/api/v1/queries/regional/check", Map.of("text", TEXT)).json();
        assertThat(check.get("parameters").toString()).isEqualTo("[\"chosen_region\",\"chosen_isle\"]");
        assertThat(API.send("DELETE", "/api/v1/parameters/chosen_region", "").status())
                .isEqualTo(409);
        JsonNode options = API.get("/api/v1/queries/regional").json().get("options");
        assertThat(options.get("sources").toString())
                .contains("islands", "islands in the south")
                .doesNotContain("harbour");
    }

    @Test
    void listFollowsTheChosenSource() {
        API.post(
                "/api/v1/queries",
                Map.of("name", "Regional names", "source", "islands", "text", "select name from ports"));
        choose("regional-names", "chosen_region");
        API.post(
                "/api/v1/parameters",
                Map.of("name", "chosen_port", "type", "text", "list", ParameterTests.listOf("regional-names")));
        Api.Answer values = API.listValues("chosen_port", Map.of("chosen_region", Api.values("islands in the south")));
        assertThat(values.json().toString()).contains("Ardlow");
        JsonNode sent = API.get("/api/v1/sent?query=regional-names").json();
        assertThat(sent.get(0).get("sourceId").asString()).isEqualTo("islands in the south");
    }

    @Test
    void cannotBeCombinedWithFederation() {
        Api.Answer ran = API.runDraft(
                "regional",
                "steps 1\nfrom ports\nkeep rows with a match in query 'port-names' on name",
                Map.of("chosen_region", Api.values("islands")));
        assertThat(ran.failure()).contains("cannot be chosen");
        Api.Answer taken = API.runDraft(
                "late-crossings",
                "steps 1\nfrom ports\nkeep rows with a match in query 'regional' on name",
                Map.of("chosen_region", Api.values("islands")));
        assertThat(taken.failure()).contains("is chosen");
        JsonNode reading = API.post(
                        "/api/v1/queries/late-crossings/steps/analysis",
                        Map.of("text", "steps 1\nfrom ports\nkeep rows with a match in query 'regional' on name"))
                .json();
        assertThat(reading.get("steps").get(1).get("problem").asString()).contains("is chosen");
    }

    @Test
    void followsARenamedParameter() {
        nameOfTheIslands("chosen_to");
        API.post("/api/v1/queries", Map.of("name", "Elsewhere", "source", "islands", "text", "select 1 as one"));
        choose("elsewhere", "chosen_to");
        assertThat(API.send("PATCH", "/api/v1/parameters/chosen_to", Map.of("name", "chosen_from"))
                        .status())
                .isLessThan(300);
        assertThat(API.get("/api/v1/queries/elsewhere")
                        .json()
                        .get("sourceParameter")
                        .asString())
                .isEqualTo("chosen_from");
        assertThat(API.runDraft("elsewhere", "select 1 as one", Map.of("chosen_from", Api.values("islands")))
                        .rows())
                .hasSize(1);
    }
}
