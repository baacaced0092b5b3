package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import io.zonky.test.db.postgres.embedded.EmbeddedPostgres;
import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

class SourcesApiTest {
    private final Api api = new Api(RunningServer.get().address());

    private static Map<String, Object> postgres(String id, int port) {
        Map<String, Object> source =
                new HashMap<>(Map.of("id", id, "kind", "postgresql", "host", "localhost", "port", port));
        source.putAll(Map.of("database", "postgres", "user", "postgres", "password", "s3cret-words"));
        return source;
    }

    @Test
    void aDatabaseThatIsDownIsNamedAndFoundWhenItIsBack() throws Exception {
        EmbeddedPostgres first = EmbeddedPostgres.start();
        int port = first.getPort();
        api.post("/api/sources", postgres("outer islands", port));
        api.post("/api/queries", Map.of("name", "Outer", "sourceId", "outer islands", "text", "select 1"));
        assertThat(api.runDraft("outer", "select 1", Map.of()).rows()).hasSize(1);
        first.close();
        Api.Answer down = api.runDraft("outer", "select 1", Map.of());
        assertThat(down.status()).isEqualTo(503);
        assertThat(down.json().get("detail").asString())
                .contains("outer islands", "localhost:" + port, "cannot be reached");
        assertThat(api.get("/api/sources/outer%20islands/health")
                        .json()
                        .get("answers")
                        .asBoolean())
                .isFalse();
        try (EmbeddedPostgres again = EmbeddedPostgres.builder().setPort(port).start()) {
            assertThat(again.getPort()).isEqualTo(port);
            assertThat(api.runDraft("outer", "select 1", Map.of()).rows()).hasSize(1);
        }
    }

    @Test
    void aPasswordGoesInAndNeverComesOut() {
        api.post("/api/sources", postgres("secretive", 5999));
        JsonNode all = api.get("/api/sources").json();
        assertThat(all.toString()).contains("secretive").doesNotContain("s3cret-words");
        assertThat(api.get("/api/sources/secretive/health").json().toString()).doesNotContain("s3cret-words");
    }

    @Test
    void aSourceThatCannotBeIsRefused() {
        Map<String, Object> bad = postgres("bad", 99_999);
        assertThat(api.post("/api/sources", bad).json().get("detail").asString())
                .contains("between 1 and 65535");
    }

    @Test
    void listsTablesWithTheirColumns() {
        assertThat(api.get("/api/sources/ferries/tables").json().toString()).contains("crossings", "delay_min");
        assertThat(api.get("/api/sources/harbour/tables").json().toString()).contains("crossings", "delay_min");
    }
}
