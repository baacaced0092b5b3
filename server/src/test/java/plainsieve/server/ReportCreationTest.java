package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

class ReportCreationTest {
    private final Api api = new Api(RunningServer.get().address());

    @Test
    void createsAWholeReportAsADraft() {
        Map<String, Object> figures = Map.of(
                "id", "all",
                "kind", "figures",
                "title", "All crossings",
                "query", "late-crossings",
                "measures", List.of(Map.of("function", "count", "label", "crossings")));
        Map<String, Object> whole = Map.of(
                "name",
                "Made by a program",
                "question",
                "Crossings of {port}",
                "controls",
                List.of(Map.of("kind", "slicer", "parameters", List.of("port"))),
                "views",
                List.of(figures));
        JsonNode made = api.post("/api/v1/reports", whole).json();
        String address = "/api/v1/reports/" + made.get("id").asString();
        JsonNode editor = api.get(address + "/editor").json();
        assertThat(editor.get("published").asBoolean()).isFalse();
        assertThat(editor.get("form").get("views").get(0).get("title").asString())
                .isEqualTo("All crossings");
        assertThat(editor.get("form").get("question").asString()).isEqualTo("Crossings of {port}");
        assertThat(made.get("version").asInt())
                .isEqualTo(editor.get("report").get("version").asInt());
        ObjectNode renamed = (ObjectNode) editor.get("form").deepCopy();
        renamed.put("audience", "harbour office").put("version", 99);
        assertThat(api.send("PUT", address + "/editor", renamed.toString()).status())
                .isEqualTo(409);
        api.send("DELETE", address, "");
    }

    @Test
    void rejectsAnInvalidReport() {
        Map<String, Object> unmeasured = Map.of("id", "v", "kind", "bars", "query", "late-crossings");
        Map<String, Object> unknown = Map.of("id", "v", "kind", "pie", "query", "late-crossings");
        Map<String, Object> homeless = Map.of("id", "v", "kind", "table", "query", "no-such-query");
        assertThat(created(unmeasured)).isEqualTo("422 The view “v” has no measures. Give it measures.");
        assertThat(created(unknown))
                .isEqualTo(
                        "422 “views[0].kind” has an unknown value, “pie”. Use figures, bars, line, table, groups, text.");
        assertThat(created(homeless)).startsWith("404 ");
        assertThat(created(Map.of("kind", "text", "text", "No ID"))).startsWith("422 A view has no ID");
    }

    private String created(Map<String, Object> view) {
        Api.Answer answer = api.post("/api/v1/reports", Map.of("name", "Invalid", "views", List.of(view)));
        return answer.status() + " " + answer.failure();
    }
}
