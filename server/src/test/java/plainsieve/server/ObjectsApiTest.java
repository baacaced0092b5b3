package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.Map;
import java.util.UUID;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Definitions and sources are renamed, duplicated, removed and restored. */
class ObjectsApiTest {
    private final Api api = new Api(RunningServer.get().address());
    private final String name = "Object " + UUID.randomUUID();

    private String newQuery() {
        return api.post("/api/v1/queries", Map.of("name", name, "source", "ferries", "text", "select 1 -- mine"))
                .json()
                .get("id")
                .asString();
    }

    private JsonNode removed(String id) {
        return StreamSupport.stream(api.get("/api/v1/removed").json().spliterator(), false)
                .filter(thing -> thing.get("objectId").asString().equals(id))
                .findFirst()
                .orElseThrow();
    }

    private Api.Answer restore(String id) {
        return api.post("/api/v1/removed/" + removed(id).get("id").asLong() + "/restore", Map.of());
    }

    @Test
    void restoresARemovedQueryAsItWas() {
        String id = newQuery();
        String before = api.get("/api/v1/queries/" + id).json().toString();
        assertThat(api.send("DELETE", "/api/v1/queries/" + id, "").status()).isEqualTo(204);
        assertThat(api.get("/api/v1/queries/" + id).status()).isEqualTo(404);
        assertThat(restore(id).status()).isEqualTo(200);
        assertThat(api.get("/api/v1/queries/" + id).json().toString()).isEqualTo(before);
        api.send("DELETE", "/api/v1/queries/" + id, "");
    }

    @Test
    void rejectsRemovingAUsedQueryAndNamesItsUsers() {
        JsonNode uses = api.get("/api/v1/queries/late-crossings/uses").json();
        assertThat(uses.findValuesAsString("name")).contains("Late crossings");
        Api.Answer refused = api.send("DELETE", "/api/v1/queries/late-crossings", "");
        assertThat(refused.status()).isEqualTo(409);
        assertThat(refused.json().get("detail").asString()).contains("Late crossings");
        assertThat(api.get("/api/v1/queries/late-crossings").status()).isEqualTo(200);
    }

    @Test
    void rejectsRestoringOverTheSameName() {
        String id = newQuery();
        api.send("DELETE", "/api/v1/queries/" + id, "");
        assertThat(newQuery()).isEqualTo(id);
        Api.Answer refused = restore(id);
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.json().get("detail").asString()).contains("Another query");
        api.send("DELETE", "/api/v1/queries/" + id, "");
    }

    @Test
    void duplicatesAQueryUnderAnotherName() {
        String id = newQuery();
        JsonNode copy = api.post("/api/v1/queries/" + id + "/copies", Map.of()).json();
        assertThat(copy.get("id").asString()).isNotEqualTo(id);
        assertThat(copy.get("name").asString()).isNotEqualTo(name);
        assertThat(copy.get("text").asString()).isEqualTo("select 1 -- mine");
        api.send("DELETE", "/api/v1/queries/" + copy.get("id").asString(), "");
        api.send("DELETE", "/api/v1/queries/" + id, "");
    }

    @Test
    void duplicatesRemovesAndRestoresAReport() {
        JsonNode copy =
                api.post("/api/v1/reports/late-crossings/copies", Map.of()).json();
        String id = copy.get("id").asString();
        assertThat(api.runView(id, "figures", Map.of()).rows()).hasSize(1);
        assertThat(api.send("DELETE", "/api/v1/reports/" + id, "").status()).isEqualTo(204);
        assertThat(api.get("/api/v1/reports/" + id).status()).isEqualTo(404);
        assertThat(restore(id).status()).isEqualTo(200);
        assertThat(api.runView(id, "figures", Map.of()).rows()).hasSize(1);
        api.send("DELETE", "/api/v1/reports/" + id, "");
    }

    @Test
    void restoresARemovedSourceWithItsPassword() {
        Map<String, Object> source = new HashMap<>(Map.of("id", name, "kind", "postgresql", "host", "localhost"));
        source.putAll(Map.of("port", 5999, "database", "d", "user", "u", "password", "s3cret-words"));
        assertThat(api.post("/api/v1/sources", source).status()).isEqualTo(201);
        String path = "/api/v1/sources/" + name.replace(" ", "%20");
        assertThat(api.send("DELETE", path, "").status()).isEqualTo(204);
        assertThat(restore(name).status()).isEqualTo(200);
        assertThat(api.get("/api/v1/sources").json().toString()).contains(name).doesNotContain("s3cret-words");
        assertThat(api.get("/api/v1/removed").json().toString()).doesNotContain("s3cret-words");
        api.send("DELETE", path, "");
    }

    @Test
    void rejectsRemovingAUsedSource() {
        Api.Answer refused = api.send("DELETE", "/api/v1/sources/ferries", "");
        assertThat(refused.status()).isEqualTo(409);
        assertThat(refused.json().get("detail").asString()).contains("Late crossings");
    }

    @Test
    void restoresARemovedStage() {
        String stage = "s" + Math.abs(name.hashCode());
        Map<String, Object> settings = Map.of("defaults", Map.of(), "sources", Map.of(), "rowLimit", 7, "version", 0);
        assertThat(api.send("PUT", "/api/v1/stages/" + stage, settings).status())
                .isLessThan(300);
        assertThat(api.send("DELETE", "/api/v1/stages/" + stage, "").status()).isEqualTo(204);
        assertThat(api.get("/api/v1/stages").json().toString()).doesNotContain(stage);
        assertThat(restore(stage).status()).isEqualTo(200);
        JsonNode restored = find(api.get("/api/v1/stages").json(), "name", stage);
        assertThat(restored.get("rowLimit").asInt()).isEqualTo(7);
        api.send("DELETE", "/api/v1/stages/" + stage, "");
    }

    @Test
    void restoresARemovedDelivery() {
        String id = api.post("/api/v1/deliveries", Map.of("report", "late-crossings", "name", name))
                .json()
                .get("id")
                .asString();
        JsonNode before = find(api.get("/api/v1/deliveries").json(), "id", id);
        assertThat(api.send("DELETE", "/api/v1/deliveries/" + id, "").status()).isEqualTo(204);
        assertThat(restore(id).status()).isEqualTo(200);
        JsonNode restored = find(api.get("/api/v1/deliveries").json(), "id", id);
        assertThat(restored.get("recipients")).isEqualTo(before.get("recipients"));
        assertThat(restored.get("name").asString()).isEqualTo(name);
        api.send("DELETE", "/api/v1/deliveries/" + id, "");
    }

    private static JsonNode find(JsonNode list, String field, String value) {
        return StreamSupport.stream(list.spliterator(), false)
                .filter(one -> one.get(field).asString().equals(value))
                .findFirst()
                .orElseThrow();
    }
}
