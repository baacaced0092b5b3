package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;
import static plainsieve.server.Api.blank;
import static plainsieve.server.Api.values;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

class ReportRunsTest {
    private static final String DUCKDB = "late-crossings";
    private static final String POSTGRES = "late-crossings-at-the-harbour-server";

    private static final String MARIADB = "late-crossings-on-the-islands";

    private final Api api = new Api(RunningServer.get().address());

    private long figure(String report, Map<String, Object> choices) {
        return api.runView(report, "figures", choices).rows().get(0).get(0).asLong();
    }

    @Test
    void allDatabasesReturnTheSameRows() {
        List<Map<String, Object>> questions = List.of(
                Map.of(),
                Map.of("port", blank(), "from", blank(), "to", blank()),
                Map.of("port", values("Brae O'Noth", "Half%Tide Steps", "Mill_Pier")),
                Map.of("vessel", values("Eider's Pride"), "from", values("2024-02-29"), "to", values("2024-02-29")),
                Map.of("vessel", values("Dunlin"), "port", blank(), "min_delay", blank()),
                Map.of("port", Map.of("kind", "all", "values", List.of(), "withoutValue", false)),
                Map.of("to", blank(), "min_delay", values("60")));
        for (Map<String, Object> choices : questions) {
            for (String other : List.of(POSTGRES, MARIADB)) {
                for (String view : List.of("by-port", "crossings")) {
                    assertThat(api.runView(other, view, choices).rows())
                            .as("%s %s %s", other, view, choices)
                            .isEqualTo(api.runView(DUCKDB, view, choices).rows());
                }
                assertThat(figure(other, choices)).isEqualTo(figure(DUCKDB, choices));
            }
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {DUCKDB, POSTGRES, MARIADB})
    void blankMeansAllAndNotNothing(String report) {
        Map<String, Object> all = new HashMap<>();
        List.of("port", "from", "to", "min_delay", "vessel").forEach(name -> all.put(name, blank()));
        assertThat(figure(report, all)).isGreaterThan(figure(report, Map.of())).isGreaterThan(30_000);
    }

    @ParameterizedTest
    @ValueSource(strings = {DUCKDB, POSTGRES, MARIADB})
    void tableLimitAppliesToTheTableOnly(String report) {
        Map<String, Object> choices = Map.of("rows", values("7"), "port", blank());
        assertThat(api.runView(report, "crossings", choices).rows()).hasSize(7);
        assertThat(figure(report, choices)).isEqualTo(figure(report, Map.of("port", blank())));
    }

    @ParameterizedTest
    @ValueSource(strings = {DUCKDB, POSTGRES, MARIADB})
    void rowCapIsReported(String report) {
        Map<String, Object> choices = new HashMap<>(Map.of("rows", values("0"), "min_delay", blank()));
        List.of("port", "from", "to").forEach(name -> choices.put(name, blank()));
        JsonNode done = api.runView(report, "crossings", choices).last();
        assertThat(done.get("shownRows").asLong()).isEqualTo(10_000);
        assertThat(done.get("fetchedRows").asLong()).isEqualTo(10_001);
        assertThat(done.get("more").asBoolean()).isTrue();
    }

    @ParameterizedTest
    @ValueSource(strings = {DUCKDB, POSTGRES, MARIADB})
    void laterPagesContainTheFirstRows(String report) {
        Map<String, Object> choices = new HashMap<>(Map.of("rows", values("0"), "min_delay", blank()));
        List.of("port", "from", "to").forEach(name -> choices.put(name, blank()));
        Map<String, Object> two = Map.of("runId", "two-pages-" + report, "choices", choices, "pages", 2);
        assertThat(api.post("/api/v1/reports/" + report + "/views/crossings/run", two)
                        .rows())
                .hasSize(20_000)
                .startsWith(api.runView(report, "crossings", choices).rows().toArray(new JsonNode[0]));
    }

    @ParameterizedTest
    @ValueSource(ints = {-1, 0, 11, 1_000_000})
    void rejectsPagesBeyondTheDisplayLimit(int pages) {
        String path = "/api/v1/reports/" + DUCKDB + "/views/crossings/run";
        Map<String, Object> body = Map.of("runId", "pages", "choices", Map.of(), "pages", pages);
        assertThat(api.post(path, body).status()).isEqualTo(422);
    }

    @ParameterizedTest
    @ValueSource(strings = {DUCKDB, POSTGRES, MARIADB})
    void lastDayIsIncluded(String report) {
        Map<String, Object> lastDay =
                Map.of("from", values("2026-03-31"), "to", values("2026-03-31"), "port", blank(), "min_delay", blank());
        List<JsonNode> rows = api.runView(report, "crossings", lastDay).rows();
        assertThat(rows).isNotEmpty().allSatisfy(row -> assertThat(row.get(2).asString())
                .startsWith("2026-03-31T"));
        assertThat(rows.get(rows.size() - 1).get(2).asString()).isGreaterThan("2026-03-31T23");
    }

    @ParameterizedTest
    @ValueSource(strings = {DUCKDB, POSTGRES, MARIADB})
    void pickedBarFiltersOtherViewsAtTheSource(String report) {
        JsonNode bar = api.runView(report, "by-vessel", Map.of()).rows().get(0);
        Map<String, Object> picked = Map.of(
                "runId",
                "picked" + report,
                "choices",
                Map.of(),
                "sortBy",
                "",
                "descending",
                false,
                "filters",
                List.of(Map.of(
                        "column",
                        "vessel",
                        "type",
                        "text",
                        "values",
                        List.of(bar.get(0).asString()))));
        Api.Answer figures = api.post("/api/v1/reports/%s/views/figures/run".formatted(report), picked);
        assertThat(figures.rows().get(0).get(0).asLong()).isEqualTo(bar.get(1).asLong());
        String sent = figures.json().get("text").asString();
        assertThat(sent).contains("v.name in (?)");
    }

    @Test
    void sortsAtTheSource() {
        JsonNode first = api.post(
                        "/api/v1/reports/late-crossings/views/crossings/run",
                        Map.of("runId", "sorted", "choices", Map.of(), "sortBy", "delay_min", "descending", true))
                .rows()
                .get(0);
        assertThat(first.get(3).asLong())
                .isEqualTo(api.runView(DUCKDB, "figures", Map.of())
                        .rows()
                        .get(0)
                        .get(2)
                        .asLong());
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            from      | 2026-02-30 | invalid-value | “2026-02-30” is not a date
            min_delay | fifteen    | invalid-value | “fifteen” is not a whole number
            port      | Ardlo      | value-not-listed | Did you mean “Ardlow”?
            prot      | Ardlow     | unknown-parameter | Did you mean “port”?
            rows      | -5         | invalid-row-limit    | 0 or more
            """)
    void reportsAnUnusableChoiceWithItsPosition(String name, String value, String kind, String words) {
        Api.Answer answer = api.runView(DUCKDB, "crossings", Map.of(name, values(value)));
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.contentType()).startsWith("application/problem+json");
        JsonNode problem = answer.json().get("problems").get(0);
        assertThat(problem.get("kind").asString()).isEqualTo(kind);
        assertThat(problem.get("parameter").asString()).isEqualTo(name);
        assertThat(answer.json().get("detail").asString()).contains(words);
    }

    @Test
    void reportsEveryInvalidChoice() {
        Api.Answer answer = api.runView(
                DUCKDB,
                "crossings",
                Map.of("port", values("x".repeat(10_000)), "from", values("never"), "strange", values("1")));
        assertThat(answer.json().get("problems")).hasSize(3);
        assertThat(answer.json().toString()).hasSizeLessThan(3000).doesNotContain("Exception");
    }

    @ParameterizedTest
    @CsvSource({
        "/api/v1/reports/late-crosings,Did you mean “late-crossings”?",
        "/api/v1/queries/nowhere,Query",
        "/api/v1/sent/999999,Statement"
    })
    void suggestsTheNearestExistingName(String path, String words) {
        Api.Answer answer = api.get(path);
        assertThat(answer.status()).isEqualTo(404);
        assertThat(answer.json().toString()).contains(words);
    }

    @Test
    void rejectsMalformedJsonWithoutAStackTrace() {
        Api.Answer answer = api.post("/api/v1/reports/late-crossings/views/crossings/run", "{\"runId\":");
        assertThat(answer.status()).isEqualTo(400);
        assertThat(answer.json().toString()).doesNotContain("Exception").contains("could not be read");
    }

    @Test
    void readersSeeNoTrialValues() {
        JsonNode parameters = api.get("/api/v1/reports/late-crossings").json().get("parameters");
        assertThat(parameters).isNotEmpty().allSatisfy(parameter -> assertThat(
                        parameter.get("trial").get("kind").asString())
                .isEqualTo("blank"));
    }

    @Test
    void sentRecordsRowsAndValues() {
        api.runView(DUCKDB, "crossings", Map.of("port", values("Þorvik")));
        JsonNode line = api.get("/api/v1/sent?limit=1").json().get(0);
        assertThat(line.get("cause").asString()).isEqualTo("report");
        assertThat(line.get("text").asString()).contains("p.name in (?)").doesNotContain("Þorvik");
        assertThat(line.get("values").get(0).get("values").get(0).asString()).isEqualTo("Þorvik");
        assertThat(line.get("fetchedRows").asLong())
                .isEqualTo(line.get("shownRows").asLong())
                .isPositive();
        assertThat(line.get("outcome").asString()).isEqualTo("done");
    }
}
