package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;
import static plainsieve.server.Api.values;

import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/** Additional statements of views: compared figures, totals of a table, subgroups; and picks. */
class ViewQueriesTest {
    private static final String QUERY = "late-crossings";
    private static final Map<String, Object> JULY = Map.of("from", values("2025-07-01"), "to", values("2025-07-31"));
    private static final Map<String, Object> JUNE = Map.of("from", values("2025-06-01"), "to", values("2025-06-30"));

    private final Api api = new Api(RunningServer.get().address());
    private String id;

    private String path(String rest) {
        return "/api/v1/reports/" + id + "/editor" + rest;
    }

    @BeforeEach
    void begin() {
        id = api.post("/api/v1/queries/" + QUERY + "/reports", Map.of())
                .json()
                .get("id")
                .asString();
    }

    @AfterEach
    void remove() {
        int version = api.get(path("")).json().get("report").get("version").asInt();
        api.send("DELETE", "/api/v1/reports/" + id + "?version=" + version, "");
    }

    private Api.Answer take(String thing, String mark, String taken) {
        int version = api.get(path("")).json().get("report").get("version").asInt();
        return api.send(
                "PUT", path("/marks"), Map.of("object", thing, "mark", mark, "option", taken, "version", version));
    }

    private void add(String proposal) {
        int version = api.get(path("")).json().get("report").get("version").asInt();
        api.post(path("/views"), Map.of("id", proposal, "queryId", QUERY, "version", version));
    }

    private Api.Answer run(String view, String part, Map<String, Object> choices, List<Map<String, Object>> filters) {
        Map<String, Object> body = new HashMap<>();
        body.put("runId", UUID.randomUUID().toString());
        body.put("choices", choices);
        body.put("part", part);
        body.put("filters", filters);
        return api.post(path("/views/" + view + "/run"), body);
    }

    private static Map<String, Object> only(String column, String type, String value) {
        Map<String, Object> filter = new HashMap<>(Map.of("column", column, "type", type));
        filter.put("values", Collections.singletonList(value));
        return filter;
    }

    private static long count(Api.Answer answer) {
        return answer.rows().get(0).get(0).asLong();
    }

    @Test
    void figuresAreComparedWithThePreviousPeriod() {
        assertThat(take("view:figures", "+", "/against before from").status()).isEqualTo(200);
        long june = count(run("figures", "main", JUNE, List.of()));
        assertThat(june).isPositive();
        assertThat(count(run("figures", "compared", JULY, List.of()))).isEqualTo(june);
        assertThat(count(run("figures", "main", JULY, List.of()))).isNotEqualTo(june);
        JsonNode question = api.post(path("/question"), Map.of("choices", JULY, "linkToken", ""))
                .json();
        assertThat(question.get("comparedPeriods").get("figures").asString())
                .contains("Jun", "30", "2025")
                .doesNotContain("Jul");
    }

    @Test
    void openRangeHasNoPreviousPeriod() {
        take("view:figures", "+", "/against year from");
        Map<String, Object> blank = Map.of("kind", "blank", "values", List.of(), "withoutValue", false);
        Api.Answer refused = run("figures", "compared", Map.of("from", values("2025-07-01"), "to", blank), List.of());
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.json().get("detail").asString()).contains("no previous period");
    }

    @Test
    void rejectsPropertiesOutsideTheSentence() {
        assertThat(run("figures", "compared", JULY, List.of()).status()).isEqualTo(422);
        assertThat(run("rows", "totals", JULY, List.of()).status()).isEqualTo(422);
        assertThat(run("rows", "under 1", JULY, List.of()).status()).isEqualTo(422);
        assertThat(run("figures", "sofa", JULY, List.of()).status()).isEqualTo(422);
    }

    @Test
    void totalsIncludeEveryMatchingRow() {
        take("view:rows", "column/4", "/total");
        JsonNode figures = run("figures", "main", JULY, List.of()).rows().get(0);
        assertThat(run("rows", "totals", JULY, List.of()).rows().get(0).get(0).asLong())
                .isEqualTo(figures.get(2).asLong());
    }

    @Test
    void subgroupsAreQueriedWhenOpened() {
        add("groups");
        take("view:groups", "+", "/level departed_at:month");
        JsonNode first = run("groups", "main", JULY, List.of()).rows().get(0);
        List<Map<String, Object>> port =
                List.of(only("port", "text", first.get(0).asString()));
        List<JsonNode> vessels = run("groups", "under 1", JULY, port).rows();
        assertThat(vessels.stream().mapToLong(row -> row.get(1).asLong()).sum())
                .isEqualTo(first.get(1).asLong());
        List<Map<String, Object>> month = List.of(port.get(0), only("departed_at:month", "date", "2025-07-01"));
        assertThat(run("groups", "under 3", JULY, month).rows())
                .hasSize(first.get(1).asInt());
        List<Map<String, Object>> june = List.of(port.get(0), only("departed_at:month", "date", "2025-06-01"));
        assertThat(run("groups", "under 3", JULY, june).rows()).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"departed_at:week", "departed_at:day", "departed_at:quarter", "delay_min:20"})
    void pickedRangeOrBandFiltersOtherViews(String key) {
        take("view:by-vessel", "by", key);
        List<JsonNode> bars = run("by-vessel", "main", JULY, List.of()).rows();
        assertThat(bars).isNotEmpty();
        for (JsonNode bar : bars.subList(0, Math.min(bars.size(), 3))) {
            Map<String, Object> picked = only(key, "date", bar.get(0).asString());
            assertThat(count(run("figures", "main", JULY, List.of(picked))))
                    .isEqualTo(bar.get(1).asLong());
        }
    }

    @Test
    void recurringUnitsCannotBePicked() {
        assertThat(run("figures", "main", JULY, List.of(only("departed_at:weekday", "date", "1")))
                        .status())
                .isEqualTo(422);
        assertThat(run("figures", "main", JULY, List.of(only("delay_min:10", "date", "soon")))
                        .status())
                .isEqualTo(422);
    }

    @Test
    void ignoredChoiceAppliesElsewhere() {
        take("view:by-port", "+", "/aside port");
        Map<String, Object> lunna = new HashMap<>(JULY);
        lunna.put("port", values("Lunna"));
        assertThat(run("by-port", "main", lunna, List.of()).rows().size()).isGreaterThan(1);
        assertThat(run("by-vessel", "main", lunna, List.of()).rows().stream()
                        .mapToLong(row -> row.get(1).asLong())
                        .sum())
                .isEqualTo(count(run("figures", "main", lunna, List.of())));
        JsonNode used =
                api.get(path("")).json().get("report").get("viewParameters").get("by-port");
        assertThat(used.toString()).doesNotContain("\"port\"").contains("\"from\"");
    }

    @Test
    void movedViewGetsTheNearestPossibleSize() {
        int version = api.get(path("")).json().get("report").get("version").asInt();
        api.post(path("/places"), Map.of("object", "view:rows", "index", 0, "version", version));
        JsonNode sized = api.post(
                        path("/sizes"), Map.of("view", "rows", "width", 99, "height", 1, "version", version + 1))
                .json();
        JsonNode first = sized.get("report").get("definition").get("views").get(0);
        assertThat(first.get("id").asString()).isEqualTo("rows");
        assertThat(first.get("layout").get("width").asInt()).isEqualTo(12);
        assertThat(first.get("layout").get("height").asInt()).isEqualTo(2);
        assertThat(api.post(path("/sizes"), Map.of("view", "rows", "width", 6, "height", 0, "version", version))
                        .status())
                .isEqualTo(409);
    }

    @Test
    void titlesAndNotesContainChoices() {
        add("text");
        take("view:text", "text", "Only [from {port}]. Broken [");
        take("view:text", "text", "Only from {port}.");
        take("view:by-port", "title", "Ports[ of {port}]");
        Map<String, Object> lunna = Map.of("choices", Map.of("port", values("Lunna")), "linkToken", "");
        JsonNode question = api.post(path("/question"), lunna).json();
        assertThat(question.get("titles").get("by-port").asString()).isEqualTo("Ports of Lunna");
        assertThat(String.join("", question.get("notes").get("text").findValuesAsString("text")))
                .isEqualTo("Only from Lunna.");
    }

    @Test
    void clickOpensAnotherReportWithSharedChoices() {
        assertThat(take("view:by-port", "+", "/lead late-crossings port").status())
                .isEqualTo(200);
        JsonNode lead = api.get(path("")).json().get("report").get("links").get("by-port");
        assertThat(lead.get("name").asString()).isEqualTo("Late crossings");
        assertThat(lead.get("parameter").asString()).isEqualTo("port");
        assertThat(lead.get("carriedParameters").toString())
                .contains("\"from\"")
                .doesNotContain("\"port\"");
    }

    @Test
    void pageNamesUnmatchedJoinsAndTheDaysOfALine() {
        JsonNode partners = api.get(path("")).json().get("report").get("partners");
        assertThat(partners.get("by-vessel").asString()).isEqualTo("vessels");
        assertThat(partners.has("by-port")).isFalse();
        JsonNode spans = api.get(path("")).json().get("report").get("dateRanges");
        assertThat(spans.get("over-departed-at").toString()).isEqualTo("[\"from\",\"to\"]");
    }

    @Test
    void linkToAnUnpublishedReportIsNotPublished() {
        String other = api.post("/api/v1/queries/" + QUERY + "/reports", Map.of())
                .json()
                .get("id")
                .asString();
        take("view:by-port", "+", "/lead " + other + " port");
        assertThat(giving()).contains("which is not published");
        api.send("DELETE", "/api/v1/reports/" + other, "");
        assertThat(api.get(path("")).json().get("report").get("links").toString())
                .isEqualTo("{}");
        assertThat(giving()).contains("which is not published");
    }

    private String giving() {
        int version = api.get(path("")).json().get("report").get("version").asInt();
        Api.Answer refused = api.post(path("/publish"), Map.of("version", version));
        assertThat(refused.status()).isEqualTo(422);
        return refused.json().get("detail").asString();
    }

    @Test
    void uselessPropertiesAreNotPublished() {
        take("view:by-port", "title", "Ports of {missing}");
        for (String view : List.of("figures", "by-port", "by-vessel", "over-departed-at", "rows")) {
            take("view:" + view, "+", "/aside port");
        }
        int version = api.get(path("")).json().get("report").get("version").asInt();
        JsonNode problems =
                api.post(path("/publish"), Map.of("version", version)).json().get("problems");
        assertThat(problems.findValuesAsString("kind"))
                .containsExactlyInAnyOrder("invalid-report", "unknown-parameter");
    }

    @Test
    void previewsAProposalWithItsRows() {
        Map<String, Object> body = Map.of("runId", UUID.randomUUID().toString(), "choices", JULY);
        assertThat(api.post(path("/proposals/" + QUERY + "/views/groups/run"), body)
                        .rows())
                .isNotEmpty();
        assertThat(api.post(path("/proposals/" + QUERY + "/views/nothing/run"), body)
                        .status())
                .isEqualTo(422);
    }
}
