package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import io.zonky.test.db.postgres.embedded.EmbeddedPostgres;
import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
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
        assertThat(down.failure()).contains("outer islands", "localhost:" + port, "cannot be reached");
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
        assertThat(api.get("/api/sources/ferries/contents").json().toString()).contains("crossings", "delay_min");
        assertThat(api.get("/api/sources/harbour/contents").json().toString()).contains("crossings", "delay_min");
    }

    @ParameterizedTest
    @CsvSource({"ferries,0", "harbour,4", "islands,4"})
    void tellsKeysIndexesAndSizes(String source, int indexes) {
        JsonNode crossings = null;
        for (JsonNode table :
                api.get("/api/sources/%s/contents".formatted(source)).json().get("tables")) {
            crossings = table.get("name").asString().equals("crossings") ? table : crossings;
        }
        assertThat(crossings).isNotNull();
        assertThat(crossings.get("rows").asLong()).isBetween(30_000L, 60_000L);
        assertThat(crossings.get("indexes").size()).isGreaterThanOrEqualTo(indexes);
    }

    @Test
    void showsFirstRowsAndStartsAQuery() {
        JsonNode look = api.get("/api/sources/ferries/rows?table=ports").json();
        assertThat(look.get("rows")).hasSize(14);
        JsonNode start =
                api.get("/api/sources/harbour/start?kind=table&name=ports").json();
        assertThat(start.get("text").asString()).isEqualTo("select port_id, name, island\nfrom ports");
        assertThat(api.runDraft("late-crossings", start.get("text").asString(), Map.of())
                        .rows())
                .hasSize(14);
    }

    @Test
    void aProcedureIsExplained() {
        Api.Answer answer = api.get("/api/sources/harbour/start?kind=procedure&name=month_of_crossings");
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.json().get("advice").asString()).contains("function").contains("table");
    }

    @Test
    void aFunctionsArgumentsBecomeParameters() {
        JsonNode start = api.get("/api/sources/harbour/start?kind=function&name=crossings_of_month")
                .json();
        assertThat(start.get("text").asString()).isEqualTo("select *\nfrom crossings_of_month(:month_start)");
        assertThat(start.get("parameters").get(0).get("type").asString()).isEqualTo("date");
        api.post("/api/parameters", start.get("parameters").get(0));
        String query = newQuery("harbour");
        Api.Answer answer =
                api.runDraft(query, start.get("text").asString(), Map.of("month_start", Api.values("2026-03-01")));
        assertThat(answer.rows()).isNotEmpty();
    }

    @Test
    void aProcedureRunsOnItsOwnWhereTheDatabaseAllows() {
        api.post("/api/parameters", Map.of("name", "called_month", "type", "date", "version", 0));
        String query = newQuery("islands");
        String call = "call month_of_crossings(:called_month)";
        Api.Answer answer = api.runDraft(query, call, Map.of("called_month", Api.values("2026-03-01")));
        assertThat(answer.rows()).hasSizeGreaterThan(100);
        JsonNode problem = api.post("/api/queries/%s/check".formatted(query), Map.of("text", call))
                .json()
                .get("problems")
                .get(0);
        assertThat(problem.get("kind").asString()).isEqualTo("procedure-call");
        assertThat(problem.get("advice").asString()).contains("function").contains("table");
    }

    private String newQuery(String source) {
        return api.post("/api/queries", Map.of("name", "Started on " + source, "sourceId", source, "text", ""))
                .json()
                .get("id")
                .asString();
    }
}
