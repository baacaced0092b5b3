package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import tools.jackson.databind.JsonNode;

class RehearsalApiTest {
    private static final String PATH = "/api/v1/reports/late-crossings/rehearsal";

    private final Api api = new Api(RunningServer.get().address());

    private JsonNode ended() {
        return ended(PATH);
    }

    private JsonNode ended(String path) {
        return Waiting.until(
                () -> api.get(path).json(),
                state -> !state.get("state").asString().equals("running"));
    }

    private static List<JsonNode> lines(JsonNode state, String name, String parameter) {
        List<JsonNode> found = new ArrayList<>();
        state.get("cases").forEach(line -> {
            boolean about = line.get("parameters").toString().contains("\"" + parameter + "\"");
            if (line.get("name").asString().equals(name) && about) {
                found.add(line);
            }
        });
        return found;
    }

    @Test
    @Timeout(120)
    void triesChoicesAndResumesAfterCancellation() throws InterruptedException {
        int total = api.post(PATH, Map.of()).json().get("total").asInt();
        assertThat(total).isGreaterThan(30);
        JsonNode stopped = api.send("DELETE", PATH, "").json();
        assertThat(stopped.get("state").asString()).isIn("stopped", "done");
        api.send("PUT", PATH, "");
        JsonNode state = ended();
        assertThat(state.get("state").asString()).isEqualTo("done");
        assertThat(state.get("completed").asInt()).isEqualTo(total);
        assertThat(lines(state, "blank", "port")).singleElement().satisfies(line -> {
            assertThat(line.get("verdict").asString()).isEqualTo("passed");
            assertThat(line.get("rows").asLong()).isPositive();
            assertThat(line.get("placements").asString()).isNotEmpty();
        });
        assertThat(lines(state, "a quote", "port")).hasSize(1);
        assertThat(lines(state, "not on the list", "port").get(0).get("verdict").asString())
                .isEqualTo("refused");
        assertThat(lines(state, "turned round", "from")
                        .get(0)
                        .get("explanation")
                        .asString())
                .contains("before it begins");
        state.get("cases").forEach(line -> assertThat(line.get("verdict").asString())
                .as(line.toString())
                .isIn("passed", "refused", "slow"));
    }

    @Test
    void benchTriesEveryFormThatReportsSend() {
        String text =
                api.get("/api/v1/queries/late-crossings").json().get("text").asString();
        Map<String, Object> body = Map.of("runId", "x", "text", text, "choices", Map.of());
        JsonNode forms = api.post("/api/v1/queries/late-crossings/forms", body).json();
        assertThat(forms.size()).isGreaterThanOrEqualTo(3);
        forms.forEach(form -> assertThat(form.get("problem").asString()).isEmpty());
        String without = text.replace("c.delay_min, ", "");
        JsonNode broken = api.post(
                        "/api/v1/queries/late-crossings/forms",
                        Map.of("runId", "x", "text", without, "choices", Map.of()))
                .json();
        assertThat(broken.toString()).contains("delay_min");
    }

    @Test
    void triesEveryStatementOfAView() {
        String text = api.get("/api/v1/queries/fare-income").json().get("text").asString();
        JsonNode forms = api.post(
                        "/api/v1/queries/fare-income/forms", Map.of("runId", "y", "text", text, "choices", Map.of()))
                .json();
        assertThat(forms.findValuesAsString("view"))
                .contains(
                        "figures, compared",
                        "By island and route, totals",
                        "By island and route, under 1",
                        "By island and route, under 2",
                        "figures, filtered by departed_at:weekday");
        forms.forEach(form -> assertThat(form.get("problem").asString()).isEmpty());
    }

    @Test
    @Timeout(120)
    void failureOfASecondStatementFailsItsCases() throws InterruptedException {
        String id = api.post(
                        "/api/v1/queries",
                        Map.of(
                                "name", "Unsummable",
                                "source", "harbour",
                                "text", "select name, island from ports where island in (:island)"))
                .json()
                .get("id")
                .asString();
        Map<String, Object> table = Map.of(
                "id",
                "rows",
                "kind",
                "table",
                "query",
                id,
                "columns",
                List.of(Map.of("name", "name", "label", "Name", "total", true)));
        String report = api.post("/api/v1/queries/" + id + "/reports", Map.of())
                .json()
                .get("id")
                .asString();
        JsonNode page = api.get("/api/v1/reports/" + report + "/editor").json();
        int version = page.get("report").get("version").asInt();
        Map<String, Object> form = Map.of("name", "Unsummable", "views", List.of(table), "version", version);
        api.send("PUT", "/api/v1/reports/" + report + "/editor", form);
        String path = "/api/v1/reports/" + report + "/rehearsal";
        api.post(path, Map.of());
        JsonNode blank = lines(ended(path), "blank", "island").get(0);
        assertThat(blank.get("verdict").asString()).isEqualTo("failed");
        assertThat(blank.get("explanation").asString()).startsWith("In its part “totals”: ");
        api.send("DELETE", "/api/v1/reports/" + report, "");
        api.send("DELETE", "/api/v1/queries/" + id, "");
    }

    @Test
    void reportsAMissingRehearsal() {
        assertThat(api.get("/api/v1/reports/vessel-diary/rehearsal").status()).isEqualTo(404);
    }
}
