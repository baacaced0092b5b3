package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;
import static plainsieve.server.Api.values;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

class SentApiTest {
    private static final String BY_DAY = "select crossing_id, delay_min from crossings"
            + " where departed_at >= :since_day and delay_min >= :least_delay order by crossing_id";

    private final Api api = new Api(RunningServer.get().address());

    private String query(String source) {
        parameter("since_day", "date", false);
        parameter("least_delay", "integer", false);
        return api.post("/api/v1/queries", Map.of("name", "By day on " + source, "source", source, "text", BY_DAY))
                .json()
                .get("id")
                .asString();
    }

    private void parameter(String name, String type, boolean hidden) {
        Map<String, Object> parameter = new HashMap<>(Map.of("name", name, "type", type, "version", 0));
        parameter.put("private", hidden);
        api.post("/api/v1/parameters", parameter);
    }

    private long run(String query, String text, Map<String, Object> choices) {
        return api.runDraft(query, text, choices).json().get("sentId").asLong();
    }

    private JsonNode line(long id) {
        return api.get("/api/v1/sent/" + id).json();
    }

    @ParameterizedTest
    @CsvSource({"ferries,while-scanning", "harbour,by-index", "islands,by-index"})
    void showsAndProvesWhereEachChoiceRan(String source, String where) {
        long id = run(query(source), BY_DAY, Map.of("since_day", values("2026-06-20"), "least_delay", values("15")));
        JsonNode proof =
                api.post("/api/v1/sent/%d/evidence".formatted(id), Map.of()).json();
        assertThat(proof.get("reason").asString()).isEmpty();
        assertThat(proof.get("plan")).isNotEmpty();
        JsonNode since = proof.get("placements").get(0);
        assertThat(since.get("parameter").asString()).isEqualTo("since_day");
        assertThat(since.get("site").asString()).isEqualTo(where);
        assertThat(since.get("planStep").asString()).contains("departed_at").contains("2026-06-20");
        assertThat(proof.get("placements").get(1).get("site").asString()).isEqualTo("while-scanning");
    }

    @Test
    void blankChoiceIsReportedAsOmitted() {
        long id = run(query("harbour"), BY_DAY, Map.of("least_delay", values("15")));
        JsonNode proof =
                api.post("/api/v1/sent/%d/evidence".formatted(id), Map.of()).json();
        assertThat(proof.get("placements").get(0).get("site").asString()).isEqualTo("left-out");
    }

    @Test
    void countsRowsOnDemand() {
        long id = run(query("harbour"), BY_DAY, Map.of("least_delay", values("15")));
        JsonNode proof = api.post("/api/v1/sent/%d/measured-evidence".formatted(id), Map.of())
                .json();
        assertThat(proof.get("measured").asBoolean()).isTrue();
        assertThat(proof.get("placements").get(1).get("rowsRead").asLong()).isGreaterThanOrEqualTo(1000);
    }

    @Test
    void namesTheIndexThatAChoiceDefeats() {
        String text = "select crossing_id from crossings where date(departed_at) = :since_day";
        long id = run(query("harbour"), text, Map.of("since_day", values("2026-03-01")));
        JsonNode verdict = api.post("/api/v1/sent/%d/evidence".formatted(id), Map.of())
                .json()
                .get("placements")
                .get(0);
        assertThat(verdict.get("site").asString()).isEqualTo("while-scanning");
        assertThat(verdict.get("advice").asString()).contains("crossings_time").contains("function");
    }

    @Test
    void searchesStatementsAndSortsSlowOnesFirst() {
        String query = query("harbour");
        run(query, "select 'kelp and wrack' as word from ports", Map.of());
        run(query, "select pg_sleep(0.3), 'kelp and wrack' as slower", Map.of());
        run(query, "select 1 as one from ports", Map.of());
        JsonNode found =
                api.get("/api/v1/sent?order=slow&search=KELP%20and%20wrack").json();
        assertThat(found).hasSize(2);
        assertThat(found.get(0).get("text").asString()).contains("slower");
        assertThat(api.get("/api/v1/sent?search=kelp%20and&source=ferries").json())
                .isEmpty();
    }

    @Test
    void plansAreHiddenByDefault() {
        long id = run(query("harbour"), BY_DAY, Map.of("least_delay", values("33")));
        api.post("/api/v1/sent/%d/evidence".formatted(id), Map.of());
        assertThat(api.get("/api/v1/sent?search=explain%20select&limit=5").json())
                .isEmpty();
        assertThat(api.get("/api/v1/sent?search=explain%20select&cause=evidence&limit=5")
                        .json())
                .isNotEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"ferries", "harbour", "islands"})
    void returnsTextThatRunsInAnyClient(String source) {
        String query = query(source);
        Map<String, Object> choices = Map.of("since_day", values("2026-05-01"), "least_delay", values("30"));
        Api.Answer answer = api.runDraft(query, BY_DAY, choices);
        String text = api.get("/api/v1/sent/%d/text"
                        .formatted(answer.json().get("sentId").asLong()))
                .json()
                .get("text")
                .asString();
        assertThat(text).doesNotContain("?").contains("2026-05-01").endsWith(";\n");
        String plain = text.substring(0, text.lastIndexOf(';')).strip();
        assertThat(api.runDraft(query, plain, Map.of()).rows()).isEqualTo(answer.rows());
    }

    @Test
    void comparesTwoStatements() {
        String query = query("harbour");
        long few = run(query, BY_DAY, Map.of("since_day", values("2026-06-20"), "least_delay", values("20")));
        long more = run(query, BY_DAY, Map.of("since_day", values("2026-06-20"), "least_delay", values("10")));
        JsonNode compared = api.post("/api/v1/sent/%d/comparisons".formatted(few), Map.of("otherId", more))
                .json();
        assertThat(compared.get("sameText").asBoolean()).isTrue();
        assertThat(compared.get("second").get("rows").asLong())
                .isGreaterThan(compared.get("first").get("rows").asLong());
        assertThat(compared.get("firstDifference").asLong()).isPositive();
        assertThat(compared.get("first").get("totals").has("delay_min")).isTrue();
        JsonNode same = api.post("/api/v1/sent/%d/comparisons".formatted(few), Map.of("otherId", few))
                .json();
        assertThat(same.get("firstDifference").asLong()).isZero();
        assertThat(same.get("sameRows").asBoolean()).isTrue();
        assertThat(compared.get("sameRows").asBoolean()).isFalse();
    }

    @Test
    void orderOfRowsDoesNotMatter() {
        String query = query("harbour");
        String ports = "select name from ports order by port_id";
        long up = run(query, ports, Map.of());
        long down = run(query, ports + " desc", Map.of());
        JsonNode compared = api.post("/api/v1/sent/%d/comparisons".formatted(up), Map.of("otherId", down))
                .json();
        assertThat(compared.get("firstDifference").asLong()).isEqualTo(1);
        assertThat(compared.get("sameRows").asBoolean()).isTrue();
    }

    @Test
    void privateValuesAreNeverStored() {
        parameter("member_number", "integer", true);
        String text = "select crossing_id from crossings where crossing_id = :member_number";
        long id = run(query("harbour"), text, Map.of("member_number", values("31337")));
        assertThat(line(id).toString()).doesNotContain("31337");
        assertThat(api.get("/api/v1/sent/%d/text".formatted(id)).json().toString())
                .contains(":member_number")
                .doesNotContain("31337");
        JsonNode proof =
                api.post("/api/v1/sent/%d/evidence".formatted(id), Map.of()).json();
        assertThat(proof.get("placements").get(0).get("site").asString()).isEqualTo("by-index");
        assertThat(proof.toString()).doesNotContain("31337");
        assertThat(api.get("/api/v1/sent?search=31337").json())
                .isEqualTo(api.get("/api/v1/sent?search=31337%20none").json());
    }

    @Test
    void privateValueInAnErrorIsNotStored() {
        parameter("member_word", "text", true);
        String text = "select cast(:member_word as integer) as number from ports";
        api.runDraft(query("harbour"), text, Map.of("member_word", values("sea-urchin")));
        JsonNode failed = api.get("/api/v1/sent?order=failed&search=member_word&limit=1")
                .json()
                .get(0);
        assertThat(failed.get("outcome").asString()).isEqualTo("failed");
        assertThat(failed.toString()).contains("•••").doesNotContain("sea-urchin");
        JsonNode proof = api.post(
                        "/api/v1/sent/%d/evidence".formatted(failed.get("id").asLong()), Map.of())
                .json();
        assertThat(proof.get("reason").asString()).isNotEmpty().doesNotContain("sea-urchin");
        assertThat(api.get("/api/v1/sent?cause=evidence&limit=200").json().toString())
                .doesNotContain("sea-urchin");
    }

    @Test
    void reportsAMissingStatement() {
        assertThat(api.post("/api/v1/sent/999999999/evidence", Map.of()).status())
                .isEqualTo(404);
        assertThat(List.of(api.post("/api/v1/sent/999999999/comparisons", Map.of("otherId", 1))
                        .status()))
                .containsExactly(404);
    }
}
