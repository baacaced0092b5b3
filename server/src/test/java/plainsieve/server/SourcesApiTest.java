package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import io.zonky.test.db.postgres.embedded.EmbeddedPostgres;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
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
    void reportsAnUnreachableDatabaseAndItsReturn() throws Exception {
        EmbeddedPostgres first = EmbeddedPostgres.start();
        int port = first.getPort();
        api.post("/api/v1/sources", postgres("outer islands", port));
        api.post("/api/v1/queries", Map.of("name", "Outer", "source", "outer islands", "text", "select 1"));
        assertThat(api.runDraft("outer", "select 1", Map.of()).rows()).hasSize(1);
        first.close();
        Api.Answer down = api.runDraft("outer", "select 1", Map.of());
        assertThat(down.failure()).contains("outer islands", "localhost:" + port, "cannot be reached");
        assertThat(api.get("/api/v1/sources/outer%20islands/health")
                        .json()
                        .get("reachable")
                        .asBoolean())
                .isFalse();
        try (EmbeddedPostgres again = EmbeddedPostgres.builder().setPort(port).start()) {
            assertThat(again.getPort()).isEqualTo(port);
            assertThat(api.runDraft("outer", "select 1", Map.of()).rows()).hasSize(1);
        }
    }

    @Test
    void passwordIsNeverReturned() {
        api.post("/api/v1/sources", postgres("secretive", 5999));
        JsonNode all = api.get("/api/v1/sources").json();
        assertThat(all.toString()).contains("secretive").doesNotContain("s3cret-words");
        assertThat(api.get("/api/v1/sources/secretive/health").json().toString())
                .doesNotContain("s3cret-words");
    }

    @Test
    void rejectsAnInvalidSource() {
        Map<String, Object> bad = postgres("bad", 99_999);
        assertThat(api.post("/api/v1/sources", bad).json().get("detail").asString())
                .contains("between 1 and 65535");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"/etc/passwd", "../plainsieve.sqlite", "../secret.key", "a.duckdb;enable_external_access=true"})
    void forbiddenFileIsNeitherTestedNorAdded(String file) {
        Map<String, Object> source = Map.of("id", "nosy", "kind", "duckdb", "database", file);
        for (String route : List.of("/api/v1/sources/test", "/api/v1/sources")) {
            Api.Answer answer = api.post(route, source);
            assertThat(answer.status()).isEqualTo(422);
            assertThat(answer.json().get("advice").asString()).isNotBlank();
        }
        assertThat(api.get("/api/v1/sources").json().toString()).doesNotContain("nosy");
        Api.Answer change = api.send("PUT", "/api/v1/sources/ferries", Map.of("kind", "sqlite", "database", file));
        assertThat(change.status()).isEqualTo(422);
        assertThat(api.get("/api/v1/sources/ferries/health").json().toString()).contains("DuckDB");
    }

    @Test
    void listsAssignmentsOfTheProjectOnly() {
        assertThat(api.get("/api/v1/sources/islands/holders").status()).isEqualTo(200);
        assertThat(api.get("/api/v1/sources/nowhere/holders").status()).isEqualTo(404);
    }

    @Test
    void enforcesTheLimitsOfTheOperator() {
        Map<String, Object> slow = new HashMap<>(like("islands", "briefly"));
        slow.putAll(Map.of("concurrentStatements", 2, "timeoutSeconds", 1, "functions", List.of("sleep")));
        assertThat(api.post("/api/v1/sources", slow).status()).isEqualTo(201);
        JsonNode kept = like("briefly");
        assertThat(kept.get("concurrentStatements").asInt()).isEqualTo(2);
        assertThat(kept.get("timeoutSeconds").asInt()).isEqualTo(1);
        assertThat(kept.get("functions").get(0).asString()).isEqualTo("sleep");
        assertThat(like("islands").get("concurrentStatements").asInt()).isEqualTo(8);
        String query = newQuery("briefly");
        assertThat(api.runDraft(query, "select sleep(5) as slept", Map.of()).failure())
                .contains("1 s");
        slow.put("concurrentStatements", 0);
        assertThat(api.send("PUT", "/api/v1/sources/briefly", slow)
                        .json()
                        .get("advice")
                        .asString())
                .contains("up to 200");
    }

    private JsonNode like(String id) {
        for (JsonNode source : api.get("/api/v1/sources").json()) {
            if (source.get("id").asString().equals(id)) {
                return source;
            }
        }
        throw new AssertionError("There is no source " + id);
    }

    /** The connection settings of a source under another name. */
    private Map<String, Object> like(String id, String otherId) {
        JsonNode source = like(id);
        return Map.of(
                "id", otherId,
                "kind", source.get("kind").asString(),
                "host", source.get("host").asString(),
                "port", source.get("port").asInt(),
                "database", source.get("database").asString(),
                "user", source.get("user").asString());
    }

    @Test
    void demoUsesReadOnlyUsers() {
        for (String id : List.of("harbour", "islands")) {
            assertThat(like(id).get("user").asString()).isEqualTo("ferry_reader");
            String query = newQuery(id);
            assertThat(api.runDraft(query, "select count(*) as ports from ports", Map.of())
                            .rows())
                    .hasSize(1);
        }
        String users = "select count(*) from mysql.user";
        assertThat(api.runDraft(newQuery("islands"), users, Map.of()).failure()).contains("denied");
        String passwords = "select count(*) from pg_authid";
        assertThat(api.runDraft(newQuery("harbour"), passwords, Map.of()).failure())
                .contains("denied");
    }

    @Test
    void listsTablesWithTheirColumns() {
        assertThat(api.get("/api/v1/sources/ferries/contents").json().toString())
                .contains("crossings", "delay_min");
        assertThat(api.get("/api/v1/sources/harbour/contents").json().toString())
                .contains("crossings", "delay_min");
    }

    @ParameterizedTest
    @CsvSource({"ferries,0", "harbour,4", "islands,4"})
    void listsKeysIndexesAndSizes(String source, int indexes) {
        JsonNode crossings = null;
        for (JsonNode table :
                api.get("/api/v1/sources/%s/contents".formatted(source)).json().get("tables")) {
            crossings = table.get("name").asString().equals("crossings") ? table : crossings;
        }
        assertThat(crossings).isNotNull();
        assertThat(crossings.get("rows").asLong()).isBetween(30_000L, 60_000L);
        assertThat(crossings.get("indexes").size()).isGreaterThanOrEqualTo(indexes);
    }

    @Test
    void listsRoutinesWithTheirArguments() {
        for (String source : List.of("harbour", "islands")) {
            JsonNode functions = api.get("/api/v1/sources/%s/contents".formatted(source))
                    .json()
                    .get("functions");
            assertThat(functions.toString()).contains("month_of_crossings").doesNotContain("IN month_start");
        }
    }

    @Test
    void previewsRowsAndStartsAQuery() {
        JsonNode look = api.post("/api/v1/sources/ferries/previews", Map.of("table", "ports"))
                .json();
        assertThat(look.get("rows")).hasSize(14);
        JsonNode start =
                api.get("/api/v1/sources/harbour/start?kind=table&name=ports").json();
        assertThat(start.get("text").asString()).isEqualTo("select port_id, name, island\nfrom ports");
        assertThat(api.runDraft("late-crossings", start.get("text").asString(), Map.of())
                        .rows())
                .hasSize(14);
    }

    @Test
    void explainsAProcedure() {
        Api.Answer answer = api.get("/api/v1/sources/harbour/start?kind=procedure&name=month_of_crossings");
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.json().get("advice").asString()).contains("function").contains("table");
    }

    @Test
    void functionArgumentsBecomeParameters() {
        JsonNode start = api.get("/api/v1/sources/harbour/start?kind=function&name=crossings_of_month")
                .json();
        assertThat(start.get("text").asString()).isEqualTo("select *\nfrom crossings_of_month(:month_start)");
        assertThat(start.get("parameters").get(0).get("type").asString()).isEqualTo("date");
        api.post("/api/v1/parameters", start.get("parameters").get(0));
        String query = newQuery("harbour");
        Api.Answer answer =
                api.runDraft(query, start.get("text").asString(), Map.of("month_start", Api.values("2026-03-01")));
        assertThat(answer.rows()).isNotEmpty();
    }

    @Test
    void proposesTheTypeOfAnArgument() {
        String query = newQuery("harbour");
        Map<String, Object> typed =
                Map.of("text", "select * from public.crossings_of_month( :argument )", "name", "argument");
        // The source's metadata may not have arrived yet.
        JsonNode proposal = Waiting.until(
                () -> proposal(query, typed),
                found -> found.get("reason").asString().contains("crossings_of_month"));
        assertThat(proposal.get("reason").asString()).isEqualTo("A date, as crossings_of_month takes it.");
        assertThat(proposal.get("definition").get("type").asString()).isEqualTo("date");
        assertThat(proposal.get("definition").get("blankRule").asString()).isEqualTo("not-allowed");
    }

    private JsonNode proposal(String query, Map<String, Object> typed) {
        return api.post("/api/v1/queries/%s/proposal".formatted(query), typed).json();
    }

    @Test
    void runsAProcedureWhereSupported() {
        api.post("/api/v1/parameters", Map.of("name", "called_month", "type", "date", "version", 0));
        String query = newQuery("islands");
        String call = "call month_of_crossings(:called_month)";
        Api.Answer answer = api.runDraft(query, call, Map.of("called_month", Api.values("2026-03-01")));
        assertThat(answer.rows()).hasSizeGreaterThan(100);
        JsonNode problem = api.post("/api/v1/queries/%s/check".formatted(query), Map.of("text", call))
                .json()
                .get("problems")
                .get(0);
        assertThat(problem.get("kind").asString()).isEqualTo("statement-rejected");
        assertThat(problem.get("advice").asString()).contains("function").contains("table");
    }

    private String newQuery(String source) {
        return api.post("/api/v1/queries", Map.of("name", "Started on " + source, "source", source, "text", ""))
                .json()
                .get("id")
                .asString();
    }
}
