package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.Map;
import java.util.UUID;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Queries, reports and sources are renamed, duplicated, removed and brought back, as their authors expect. */
class ThingsApiTest {
    private final Api api = new Api(RunningServer.get().address());
    private final String name = "Thing " + UUID.randomUUID();

    private String newQuery() {
        return api.post("/api/queries", Map.of("name", name, "sourceId", "ferries", "text", "select 1 -- mine"))
                .json()
                .get("id")
                .asString();
    }

    private JsonNode removed(String id) {
        return StreamSupport.stream(api.get("/api/removed").json().spliterator(), false)
                .filter(thing -> thing.get("objectId").asString().equals(id))
                .findFirst()
                .orElseThrow();
    }

    private Api.Answer bringBack(String id) {
        return api.post("/api/removed/" + removed(id).get("id").asLong() + "/restore", Map.of());
    }

    @Test
    void aRemovedQueryComesBackAsItWas() {
        String id = newQuery();
        String before = api.get("/api/queries/" + id).json().toString();
        assertThat(api.send("DELETE", "/api/queries/" + id, "").status()).isEqualTo(204);
        assertThat(api.get("/api/queries/" + id).status()).isEqualTo(404);
        assertThat(bringBack(id).status()).isEqualTo(200);
        assertThat(api.get("/api/queries/" + id).json().toString()).isEqualTo(before);
        api.send("DELETE", "/api/queries/" + id, "");
    }

    @Test
    void aQueryThatAReportShowsIsNotRemovedAndItsUsersAreNamed() {
        JsonNode uses = api.get("/api/queries/late-crossings/uses").json();
        assertThat(uses.findValuesAsString("name")).contains("Late crossings");
        Api.Answer refused = api.send("DELETE", "/api/queries/late-crossings", "");
        assertThat(refused.status()).isEqualTo(409);
        assertThat(refused.json().get("detail").asString()).contains("Late crossings");
        assertThat(api.get("/api/queries/late-crossings").status()).isEqualTo(200);
    }

    @Test
    void whatWasReplacedMeanwhileDoesNotComeBackOverItsSuccessor() {
        String id = newQuery();
        api.send("DELETE", "/api/queries/" + id, "");
        assertThat(newQuery()).isEqualTo(id);
        Api.Answer refused = bringBack(id);
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.json().get("detail").asString()).contains("Another query");
        api.send("DELETE", "/api/queries/" + id, "");
    }

    @Test
    void aCopyHasItsOwnNameAndTheSameText() {
        String id = newQuery();
        JsonNode copy = api.post("/api/queries/" + id + "/copies", Map.of()).json();
        assertThat(copy.get("id").asString()).isNotEqualTo(id);
        assertThat(copy.get("name").asString()).isNotEqualTo(name);
        assertThat(copy.get("text").asString()).isEqualTo("select 1 -- mine");
        api.send("DELETE", "/api/queries/" + copy.get("id").asString(), "");
        api.send("DELETE", "/api/queries/" + id, "");
    }

    @Test
    void aReportIsCopiedRemovedAndBroughtBack() {
        JsonNode copy = api.post("/api/reports/late-crossings/copies", Map.of()).json();
        String id = copy.get("id").asString();
        assertThat(api.runView(id, "figures", Map.of()).rows()).hasSize(1);
        assertThat(api.send("DELETE", "/api/reports/" + id, "").status()).isEqualTo(204);
        assertThat(api.get("/api/reports/" + id).status()).isEqualTo(404);
        assertThat(bringBack(id).status()).isEqualTo(200);
        assertThat(api.runView(id, "figures", Map.of()).rows()).hasSize(1);
        api.send("DELETE", "/api/reports/" + id, "");
    }

    @Test
    void aSourceIsRemovedAndBroughtBackWithItsPassword() {
        Map<String, Object> source = new HashMap<>(Map.of("id", name, "kind", "postgresql", "host", "localhost"));
        source.putAll(Map.of("port", 5999, "database", "d", "user", "u", "password", "s3cret-words"));
        assertThat(api.post("/api/sources", source).status()).isEqualTo(201);
        String path = "/api/sources/" + name.replace(" ", "%20");
        assertThat(api.send("DELETE", path, "").status()).isEqualTo(204);
        assertThat(bringBack(name).status()).isEqualTo(200);
        assertThat(api.get("/api/sources").json().toString()).contains(name).doesNotContain("s3cret-words");
        assertThat(api.get("/api/removed").json().toString()).doesNotContain("s3cret-words");
        api.send("DELETE", path, "");
    }

    @Test
    void aSourceThatQueriesAskIsNotRemoved() {
        Api.Answer refused = api.send("DELETE", "/api/sources/ferries", "");
        assertThat(refused.status()).isEqualTo(409);
        assertThat(refused.json().get("detail").asString()).contains("Late crossings");
    }
}
