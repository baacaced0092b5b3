package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;
import static plainsieve.server.Api.values;

import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

class BenchApiTest {
    private static final String ENDLESS =
            "select count(*) from crossings a, crossings b, crossings c where a.delay_min * b.delay_min > c.delay_min";

    private final Api api = new Api(RunningServer.get().address());

    private JsonNode newQuery(String name, String source) {
        return api.post("/api/v1/queries", Map.of("name", name, "source", source, "text", "select 1 as one"))
                .json();
    }

    private static Map<String, Object> parameter(String name, String type, boolean many) {
        Map<String, Object> parameter = new java.util.HashMap<>();
        List.of("label", "hint", "blankLabel", "unit").forEach(field -> parameter.put(field, ""));
        parameter.putAll(Map.of("name", name, "type", type, "multiple", many, "blankRule", "no-filter", "version", 0));
        parameter.put("list", Map.of("kind", "any", "values", List.of(), "query", ""));
        parameter.put("trial", Api.blank());
        return parameter;
    }

    @Test
    void createsAParameterAndRunsADraft() {
        JsonNode query = newQuery("Rough days", "ferries");
        assertThat(api.post("/api/v1/parameters", parameter("least_waves", "decimal", false))
                        .status())
                .isEqualTo(201);
        String text = "select count(*) from crossings where wave_height_m >= :least_waves";
        Api.Answer few = api.runDraft(query.get("id").asString(), text, Map.of("least_waves", values("3.1")));
        Api.Answer all = api.runDraft(query.get("id").asString(), text, Map.of());
        assertThat(few.rows().get(0).get(0).asLong())
                .isPositive()
                .isLessThan(all.rows().get(0).get(0).asLong());
        assertThat(all.json().get("text").asString()).doesNotContain("where");
        assertThat(all.json().get("placements").get(0).get("outcome").asString())
                .isEqualTo("left-out");
    }

    @Test
    void hidesSettingsOfEmbeddedEngines() {
        JsonNode query = newQuery("Bounds", "ferries");
        String text = "select current_setting('memory_limit') as memory";
        Api.Answer refused = api.runDraft(query.get("id").asString(), text, Map.of());
        assertThat(refused.failure()).contains("“current_setting” may do more than read");
        assertThat(refused.json().get("problems").get(0).get("column").asInt()).isEqualTo(8);
    }

    @Test
    void switchingToMultipleNeedsNoQueryEdit() {
        api.post("/api/v1/parameters", parameter("island", "text", false));
        String text = "select count(*) from ports where island = :island";
        assertThat(api.runDraft("late-crossings", text, Map.of("island", values("Tarn")))
                        .rows()
                        .get(0)
                        .get(0)
                        .asLong())
                .isEqualTo(2);
        JsonNode before = parameterNamed("island");
        Map<String, Object> many = parameter("island", "text", true);
        many.put("version", before.get("version").asInt());
        assertThat(api.send("PUT", "/api/v1/parameters/island", many).status()).isEqualTo(200);
        assertThat(api.runDraft("late-crossings", text, Map.of("island", values("Tarn", "Vessay")))
                        .rows()
                        .get(0)
                        .get(0)
                        .asLong())
                .isEqualTo(4);
    }

    private JsonNode parameterNamed(String name) {
        for (JsonNode use : api.get("/api/v1/parameters").json()) {
            if (use.get("definition").get("name").asString().equals(name)) {
                return use.get("definition");
            }
        }
        throw new AssertionError("no parameter " + name);
    }

    @Test
    void detectsConflictingQueryEdits() {
        String id = newQuery("Shared work", "ferries").get("id").asString();
        assertThat(api.send("PATCH", "/api/v1/queries/" + id, Map.of("text", "select 2", "version", 1))
                        .status())
                .isEqualTo(200);
        Api.Answer second = api.send("PATCH", "/api/v1/queries/" + id, Map.of("text", "select 3", "version", 1));
        assertThat(second.status()).isEqualTo(409);
        assertThat(api.get("/api/v1/queries/" + id).json().get("text").asString())
                .isEqualTo("select 2");
    }

    @Test
    void detectsConflictingParameterEdits() {
        api.post("/api/v1/parameters", parameter("contested", "text", false));
        Map<String, Object> change = parameter("contested", "text", false);
        change.put("version", parameterNamed("contested").get("version").asInt());
        assertThat(api.send("PUT", "/api/v1/parameters/contested", change).status())
                .isEqualTo(200);
        assertThat(api.send("PUT", "/api/v1/parameters/contested", change).status())
                .isEqualTo(409);
    }

    @Test
    void reportsKeepTheirTextUntilPublished() {
        long before = api.runView("late-crossings", "figures", Map.of())
                .rows()
                .get(0)
                .get(0)
                .asLong();
        JsonNode query = api.get("/api/v1/queries/late-crossings").json();
        api.send(
                "PATCH",
                "/api/v1/queries/late-crossings",
                Map.of("text", "selec broken", "version", query.get("version").asInt()));
        assertThat(api.runView("late-crossings", "figures", Map.of())
                        .rows()
                        .get(0)
                        .get(0)
                        .asLong())
                .isEqualTo(before);
        int version =
                api.get("/api/v1/queries/late-crossings").json().get("version").asInt();
        assertThat(api.post("/api/v1/queries/late-crossings/publish", Map.of("version", version))
                        .status())
                .isEqualTo(422);
        api.send(
                "PATCH",
                "/api/v1/queries/late-crossings",
                Map.of("text", query.get("text").asString(), "version", version));
    }

    @Test
    void changedListQueryAppliesAtOnce() {
        String list = newQuery("Classes", "ferries").get("id").asString();
        Map<String, Object> vesselClass = parameter("vessel_class", "text", false);
        vesselClass.put("list", Map.of("kind", "query", "values", List.of(), "query", list));
        api.post("/api/v1/parameters", vesselClass);
        assertThat(api.listValues("vessel_class", Map.of()).json().toString()).contains("\"1\"");
        String text = "select distinct vessel_class, 'class ' || vessel_class from vessels order by 1";
        api.send("PATCH", "/api/v1/queries/" + list, Map.of("text", text, "version", 1));
        api.post("/api/v1/queries/" + list + "/publish", Map.of("version", 2));
        JsonNode values = api.listValues("vessel_class", Map.of()).json().get("values");
        assertThat(values).hasSize(4);
        assertThat(values.get(0).get("label").asString()).isEqualTo("class Isle");
    }

    @Test
    void renamesEveryUse() {
        String question =
                api.get("/api/v1/reports/late-crossings").json().get("question").asString();
        assertThat(api.send("PATCH", "/api/v1/parameters/min_delay", Map.of("name", "late_by"))
                        .status())
                .isEqualTo(200);
        assertThat(api.get("/api/v1/queries/late-crossings").json().get("text").asString())
                .contains("c.delay_min >= :late_by");
        assertThat(api.get("/api/v1/reports/late-crossings")
                        .json()
                        .get("question")
                        .asString())
                .contains("{late_by}");
        assertThat(api.runView("late-crossings", "figures", Map.of("late_by", values("60")))
                        .status())
                .isEqualTo(200);
        assertThat(api.send("PATCH", "/api/v1/parameters/late_by", Map.of("name", "port"))
                        .status())
                .isEqualTo(422);
        assertThat(api.send("PATCH", "/api/v1/parameters/late_by", Map.of("name", "2 late"))
                        .status())
                .isEqualTo(422);
        api.send("PATCH", "/api/v1/parameters/late_by", Map.of("name", "min_delay"));
        assertThat(api.get("/api/v1/reports/late-crossings")
                        .json()
                        .get("question")
                        .asString())
                .isEqualTo(question);
    }

    @Test
    void rejectsRemovingAUsedParameter() {
        Api.Answer answer = api.send("DELETE", "/api/v1/parameters/port", "");
        assertThat(answer.status()).isEqualTo(409);
        assertThat(answer.json().get("detail").asString()).contains("the report “Late crossings”");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            delete from ports                    | statement-rejected      | 1
            select 1; drop table ports           | statement-rejected | 1
            select 'open                         | syntax-error  | 1
            select :missing                       | unknown-parameter | 1
            with x as (insert into ports values (1)) select 1 | statement-rejected | 1
            """)
    void rejectsAnInvalidTextWithItsPosition(String text, String kind, int line) {
        for (Api.Answer answer : List.of(
                api.runDraft("late-crossings", text, Map.of()),
                api.post("/api/v1/queries/late-crossings/check", Map.of("text", text)))) {
            JsonNode problem = answer.json().get("problems").get(0);
            assertThat(problem.get("kind").asString()).isEqualTo(kind);
            assertThat(problem.get("line").asInt()).isEqualTo(line);
            assertThat(problem.get("advice").asString()).isNotBlank();
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"ferries", "harbour"})
    void reportsDatabaseErrorsVerbatim(String source) {
        String id = newQuery("Mistyped on " + source, source).get("id").asString();
        Api.Answer answer = api.runDraft(id, "select no_such_column from ports", Map.of());
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.json().get("detail").asString())
                .contains("no_such_column")
                .doesNotContain("Exception:");
    }

    @ParameterizedTest
    @ValueSource(strings = {"ferries", "harbour"})
    @Timeout(value = 30, unit = TimeUnit.SECONDS)
    void cancelsARunAtTheDatabase(String source) throws Exception {
        // A run belongs to the browser that started it.
        api.get("/api/v1/me");
        String id = newQuery("Endless on " + source, source).get("id").asString();
        Map<String, Object> run = Map.of("runId", "endless-" + source, "text", ENDLESS, "choices", Map.of());
        CompletableFuture<Api.Answer> answer =
                CompletableFuture.supplyAsync(() -> api.post("/api/v1/queries/" + id + "/run", run));
        Waiting.until(() -> api.get("/api/v1/sent?query=" + id)
                .json()
                .findValuesAsString("outcome")
                .contains("running"));
        api.post("/api/v1/runs/endless-" + source + "/stop", "");
        // A run cancelled within a second is a problem; a later one ends with a line in its stream.
        assertThat(answer.get(10, TimeUnit.SECONDS).failure()).isEqualTo("The statement was stopped.");
        assertThat(api.get("/api/v1/sent?query=" + id)
                        .json()
                        .get(0)
                        .get("outcome")
                        .asString())
                .isEqualTo("stopped");
    }

    @Test
    void cancellationMayArriveBeforeItsRun() {
        api.post("/api/v1/runs/early/stop", "");
        Api.Answer answer = api.post(
                "/api/v1/queries/late-crossings/run", Map.of("runId", "early", "text", ENDLESS, "choices", Map.of()));
        assertThat(answer.json().get("detail").asString()).isEqualTo("The statement was stopped.");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            select 9007199254740993                      | "9007199254740993"
            select 9007199254740991                      | 9007199254740991
            select cast(0.10 as decimal(10,2))           | "0.10"
            select cast('nan' as double)                 | "NaN"
            select null                                  | null
            select 1 = 1                                 | true
            select 'Þorvik "%_"'                         | "Þorvik \\"%_\\""
            select date '2024-02-29'                     | "2024-02-29"
            select timestamp '2026-03-31 23:59:59.123456' | "2026-03-31T23:59:59.123456"
            select [1, 2]                                | "[1, 2]"
            """)
    void transfersValuesWithoutLoss(String query, String json) {
        assertThat(api.runDraft("late-crossings", query, Map.of())
                        .rows()
                        .get(0)
                        .get(0)
                        .toString())
                .isEqualTo(json);
    }

    @Test
    void reportsAParameterInQuotesWithoutRejectingIt() {
        JsonNode check = api.post("/api/v1/queries/late-crossings/check", Map.of("text", "select ':port', :port"))
                .json();
        assertThat(check.get("problems")).isEmpty();
        JsonNode notice = check.get("notices").get(0);
        assertThat(notice.get("start").asInt()).isEqualTo(7);
        assertThat(notice.get("fixes").get(0).get("label").asString()).isEqualTo("Remove the quotes");
        assertThat(notice.get("fixes")
                        .get(0)
                        .get("edits")
                        .get(0)
                        .get("replacement")
                        .asString())
                .isEqualTo(":port");
        assertThat(check.get("marks")).hasSize(1);
    }

    @Test
    void reportsADateComparedWithATimestampColumn() {
        JsonNode check = api.post(
                        "/api/v1/queries/late-crossings/check",
                        Map.of("text", "select 1 from crossings c where c.departed_at <= :to"))
                .json();
        assertThat(check.get("notices").findValuesAsString("kind")).containsExactly("date-compared-with-timestamp");
    }

    @Test
    void rejectsInvalidParameters() {
        Map<String, Object> wrongDefault = parameter("wrong_default", "integer", false);
        wrongDefault.put("default", Map.of("kind", "choice", "choice", values("many")));
        assertThat(api.post("/api/v1/parameters", wrongDefault)
                        .json()
                        .get("detail")
                        .asString())
                .contains("In the default");
        assertThat(api.post("/api/v1/parameters", parameter("two words", "text", false))
                        .status())
                .isEqualTo(422);
        assertThat(api.post("/api/v1/parameters", parameter("port", "text", false))
                        .json()
                        .get("detail")
                        .asString())
                .contains("already");
        assertThat(api.post("/api/v1/parameters", parameter("odd", "color", false))
                        .json()
                        .get("detail")
                        .asString())
                .contains("“type” has an unknown value, “color”");
    }
}
