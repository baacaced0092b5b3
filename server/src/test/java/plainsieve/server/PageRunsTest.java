package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Views of a page and its question in one request: each line belongs to one view, and so does each failure. */
class PageRunsTest {
    private static final String DEMO = "/api/v1/reports/late-crossings";
    private static final String LONG =
            "select count(*) as n from range(40000000) a, range(20) b where a.range % 7 = b.range % 5";
    private static final int QUESTION = -1;

    private final Api api = new Api(RunningServer.get().address());
    private final List<String> made = new ArrayList<>();

    @AfterEach
    void away() {
        made.forEach(path -> api.send("DELETE", path, ""));
    }

    private static Map<String, Object> view(String id, Map<String, Object> more) {
        Map<String, Object> run = new HashMap<>(Map.of("choices", Map.of(), "sortBy", "", "descending", false));
        run.putAll(more);
        return Map.of("view", id, "run", run);
    }

    private static Map<String, Object> port(String value) {
        return Map.of("choices", Map.of("port", Map.of("kind", "values", "values", List.of(value))));
    }

    private static Map<String, Object> question(String port) {
        Map<String, Object> asked = new HashMap<>(port(port));
        asked.put("linkToken", "");
        return asked;
    }

    /** The events of a response by the position of their view. */
    private static Map<Integer, List<JsonNode>> told(Api.Answer answer) {
        assertThat(answer.status()).isEqualTo(200);
        Map<Integer, List<JsonNode>> told = new LinkedHashMap<>();
        int speaking = -2;
        for (JsonNode line : answer.lines()) {
            if (line.get("event").asString().equals("section")) {
                speaking = line.get("index").asInt();
            } else {
                told.computeIfAbsent(speaking, none -> new ArrayList<>()).add(line);
            }
        }
        return told;
    }

    private static List<String> rows(List<JsonNode> events) {
        return events.stream()
                .filter(event -> event.get("event").asString().equals("rows"))
                .map(event -> event.get("rows").toString())
                .toList();
    }

    private static String ended(List<JsonNode> events) {
        return events.get(events.size() - 1).get("event").asString();
    }

    @Test
    void pageEqualsItsViewsOneByOne() {
        List<String> views = List.of("crossings", "figures", "by-port", "by-vessel");
        Map<Integer, List<JsonNode>> told = told(api.post(
                DEMO + "/run",
                Map.of(
                        "views",
                        views.stream().map(id -> view(id, port("Ardlow"))).toList(),
                        "question",
                        question("Ardlow"))));
        assertThat(told).containsOnlyKeys(QUESTION, 0, 1, 2, 3);
        for (int i = 0; i < views.size(); i++) {
            Map<String, Object> alone = new HashMap<>(port("Ardlow"));
            alone.putAll(Map.of("sortBy", "", "descending", false));
            Api.Answer one = api.post(DEMO + "/views/" + views.get(i) + "/run", alone);
            assertThat(rows(told.get(i))).describedAs(views.get(i)).isNotEmpty().isEqualTo(rows(one.lines()));
            assertThat(ended(told.get(i))).isEqualTo("done");
        }
        assertThat(told.get(QUESTION)).hasSize(1);
        assertThat(told.get(QUESTION).get(0).get("question"))
                .isEqualTo(api.post(DEMO + "/question", question("Ardlow")).json());
    }

    @Test
    void failedViewDoesNotAffectOthers() {
        Map<Integer, List<JsonNode>> told = told(api.post(
                DEMO + "/run",
                Map.of(
                        "views",
                        List.of(
                                view("figures", port("Ardlow")),
                                view("crossings", Map.of("part", "sideways")),
                                view("by-port", Map.of("choices", Map.of("missing", Map.of("kind", "blank"))))),
                        "question",
                        Map.of("choices", Map.of(), "linkToken", "not ours"))));
        assertThat(ended(told.get(0))).isEqualTo("done");
        assertThat(told.get(1)).hasSize(1);
        assertThat(told.get(1).get(0).get("message").asString()).contains("Unknown part of a view “sideways”");
        assertThat(ended(told.get(2))).isEqualTo("failed");
        assertThat(told.get(2).get(0).get("problems").get(0).get("parameter").asString())
                .isEqualTo("missing");
        assertThat(ended(told.get(QUESTION))).isEqualTo("failed");
    }

    @Test
    void rejectsAPageWithUnknownViews() {
        assertThat(api.post(DEMO + "/run", Map.of("views", List.of(view("nothing", Map.of()))))
                        .status())
                .isEqualTo(404);
        assertThat(api.post(DEMO + "/run", Map.of("runId", "1")).failure()).contains("missing");
        assertThat(api.post("/api/v1/reports/nothing/run", Map.of("views", List.of()))
                        .status())
                .isEqualTo(404);
    }

    @Test
    void emptyPageEndsAtOnce() {
        assertThat(api.post(DEMO + "/run", Map.of("views", List.of())).status()).isEqualTo(200);
    }

    @Test
    void cancelsAllViews() throws Exception {
        PublishedReport given = PublishedReport.of(api, "Long page", LONG);
        String query = given.query();
        made.addAll(List.of("/api/v1/reports/" + given.report(), "/api/v1/queries/" + query));
        String page = UUID.randomUUID().toString();
        List<Object> six = new ArrayList<>();
        for (int i = 0; i < 6; i++) {
            six.add(view(given.view(), Map.of()));
        }
        CompletableFuture<Api.Answer> answer = CompletableFuture.supplyAsync(
                () -> api.post("/api/v1/reports/" + given.report() + "/run", Map.of("runId", page, "views", six)));
        Waiting.until(() -> sent(query).contains("running"));
        api.post("/api/v1/runs/" + page + "/stop", "");
        Map<Integer, List<JsonNode>> told = told(answer.join());
        assertThat(told).hasSize(6);
        told.values().forEach(events -> assertThat(ended(events)).isEqualTo("failed"));
        assertThat(sent(query)).doesNotContain("done").contains("stopped");
    }

    private List<String> sent(String query) {
        return api.get("/api/v1/sent?cause=report&query=" + query).json().findValuesAsString("outcome");
    }
}
