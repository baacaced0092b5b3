package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Parameter sentences in the API: description, options, changes, typed text; none of them saves anything. */
class ParameterSentencesApiTest {
    private final Api api = new Api(RunningServer.get().address());

    private JsonNode said(String name) {
        for (JsonNode use : api.get("/api/v1/parameters").json()) {
            if (use.get("definition").get("name").asString().equals(name)) {
                return use.get("sentence");
            }
        }
        throw new AssertionError("no " + name);
    }

    private static String text(JsonNode pieces) {
        return String.join("", pieces.findValuesAsString("text"));
    }

    private Api.Answer changed(JsonNode definition, String mark, String taken) {
        return api.post("/api/v1/parameters/changed", Map.of("definition", definition, "mark", mark, "option", taken));
    }

    @Test
    void describesEveryParameter() {
        assertThat(text(said("ship").get("sentence")))
                .startsWith("is text, takes many values from the query Vessels of a route, depending on :")
                .contains("unlisted values are removed with a note");
        assertThat(text(said("fiscal_year").get("sentence")))
                .startsWith("is a whole number, computed as fiscal year of :month from April");
        assertThat(text(said("port").get("more"))).contains("values in Sent: recorded");
    }

    @Test
    void suggestsAListOfTheComparedColumn() {
        List<String> offered = api.get("/api/v1/parameters/ship_class/options?mark=list")
                .json()
                .findValuesAsString("label");
        assertThat(offered.subList(0, 3)).containsExactly("any text", "typed values", "vessels.vessel_class");
        assertThat(offered).contains("ports.island", "the query Port names");
        assertThat(api.get("/api/v1/parameters/ship_class/options?mark=nonsense")
                        .status())
                .isEqualTo(422);
    }

    @Test
    void previewsLossesWithoutSaving() {
        JsonNode state = api.get("/api/v1/parameters/state").json();
        JsonNode answer = changed(state, "type", "integer").json();
        assertThat(answer.get("definition").get("type").asString()).isEqualTo("integer");
        assertThat(answer.get("lost").get(0).asString()).contains("On the list", "cannot be read as whole number");
        assertThat(api.get("/api/v1/parameters/state").json()).isEqualTo(state);
        assertThat(changed(state, "list", "vessels.vessel_clas").json().toString())
                .contains("Did you mean vessels.vessel_class?");
        assertThat(changed(state, "blank", "perhaps").status()).isEqualTo(422);
    }

    @Test
    void tenThousandPastedValuesAreATypedList() {
        StringBuilder lines = new StringBuilder();
        for (int i = 0; i < 10_000; i++) {
            lines.append("v").append(i).append("\tValue ").append(i).append('\n');
        }
        JsonNode typed = changed(api.get("/api/v1/parameters/port").json(), "list", "/typed")
                .json()
                .get("definition");
        JsonNode filled = changed(typed, "values", lines.toString()).json().get("definition");
        assertThat(filled.get("list").get("values")).hasSize(10_000);
        assertThat(filled.get("list").get("values").get(9_999).get("label").asString())
                .isEqualTo("Value 9999");
    }

    @Test
    void createsFromASentenceAndRejectsUnknownPhrases() {
        JsonNode made = api.post(
                        "/api/v1/parameters/parse",
                        Map.of("sentence", "isle is text, many values from ports.island with counts, unit: bays"))
                .json();
        assertThat(made.get("list").get("column").get("column").asString()).isEqualTo("island");
        assertThat(made.get("unit").asString()).isEqualTo("bays");
        assertThat(api.get("/api/v1/parameters/isle").status()).isEqualTo(404);
        Api.Answer refused = api.post("/api/v1/parameters/parse", Map.of("sentence", "isle, rather large"));
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.json().toString()).contains("rather large");
    }

    @Test
    void endOfARangeKeepsItsType() {
        JsonNode to = api.get("/api/v1/parameters/to").json();
        JsonNode text = changed(to, "type", "text").json().get("definition");
        Api.Answer refused = api.send("PUT", "/api/v1/parameters/to", text);
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.json().toString()).contains(":from and :to cannot form a range");
    }
}
