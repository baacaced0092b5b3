package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/** SQL converted to steps, and the proof that both return the same rows. */
class QueryConversionApiTest {
    private static final String SQL = "select p.name as harbour, count(*) as late from crossings c\n"
            + "join ports p on p.port_id = c.port_id\nwhere c.delay_min > 15 and p.name in (:port)\n"
            + "group by p.name order by late desc";

    private final Api api = new Api(RunningServer.get().address());

    private String newQuery(String name, String source) {
        return api.post("/api/v1/queries", Map.of("name", name, "source", source, "text", SQL))
                .json()
                .get("id")
                .asString();
    }

    private JsonNode same(String id, String first, String second) {
        return api.post(
                        "/api/v1/queries/" + id + "/row-comparison",
                        Map.of("first", first, "second", second, "choices", Map.of("port", Api.values("Ardlow"))))
                .json();
    }

    @ParameterizedTest
    @ValueSource(strings = {"ferries", "harbour", "islands"})
    void convertsSqlToStepsWithTheSameRows(String source) {
        String id = newQuery("Convert to steps on " + source, source);
        String steps = api.post("/api/v1/queries/" + id + "/steps/from-sql", Map.of("text", SQL))
                .json()
                .get("text")
                .asString();
        assertThat(steps).startsWith("steps 1\nfrom crossings\n").contains("group by name as harbour");
        JsonNode same = same(id, SQL, steps);
        assertThat(same.get("same").asBoolean()).isTrue();
        assertThat(same.get("first").asLong()).isEqualTo(1);
        assertThat(same(id, SQL, steps + "\nwhere late > 1000000").get("same").asBoolean())
                .isFalse();
    }

    @Test
    void reportsUnsupportedSql() {
        String id = newQuery("Not so simple", "ferries");
        Api.Answer answer = api.post(
                "/api/v1/queries/" + id + "/steps/from-sql",
                Map.of("text", "select name\nfrom ports\nlimit 3 offset 5"));
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.json().get("problems").get(0).get("line").asInt()).isEqualTo(3);
        assertThat(answer.json().get("problems").get(0).get("kind").asString()).isEqualTo("not-convertible");
    }

    @Test
    void cancelsAComparisonById() {
        String id = newQuery("Stopped", "ferries");
        api.post("/api/v1/runs/left-before/stop", "");
        String text = "select port_id from ports";
        Api.Answer answer = api.post(
                "/api/v1/queries/" + id + "/row-comparison",
                Map.of("runId", "left-before", "first", text, "second", text, "choices", Map.of()));
        assertThat(answer.status()).isEqualTo(409);
        assertThat(answer.json().get("detail").asString()).isEqualTo("The statement was stopped.");
    }

    @Test
    void comparesRowsWithoutOrderButByName() {
        String id = newQuery("Orders", "ferries");
        String up = "select port_id, name from ports order by port_id";
        assertThat(same(id, up, up + " desc").get("same").asBoolean()).isTrue();
        assertThat(List.of(
                        same(id, up, up.replace("name", "name as port")),
                        same(id, up, up + " limit 3"),
                        same(id, up, "select port_id, null as name from ports"),
                        same(
                                id,
                                up,
                                "select port_id, name from (select * from ports union all select * from ports) x")))
                .allMatch(found -> !found.get("same").asBoolean());
    }
}
