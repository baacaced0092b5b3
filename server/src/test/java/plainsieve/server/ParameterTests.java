package plainsieve.server;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;

/** Creates parameters and queries for a test and removes the parameters afterwards. */
abstract class ParameterTests {
    final Api api = new Api(RunningServer.get().address());
    private final List<String> made = new ArrayList<>();

    @AfterEach
    void takeAway() {
        for (int i = made.size() - 1; i >= 0; i--) {
            api.send("DELETE", "/api/v1/parameters/" + made.get(i), "");
        }
    }

    Api.Answer make(String name, Map<String, Object> more) {
        Map<String, Object> body = new HashMap<>(Map.of("name", name));
        body.putAll(more);
        Api.Answer answer = api.post("/api/v1/parameters", body);
        if (answer.status() == 201) {
            made.add(name);
        }
        return answer;
    }

    String query(String name, String source, String text) {
        return api.post("/api/v1/queries", Map.of("name", name, "source", source, "text", text))
                .json()
                .get("id")
                .asString();
    }

    static Map<String, Object> listOf(String query) {
        return Map.of("kind", "query", "query", query, "cacheSeconds", 60);
    }

    static Map<String, Object> column(String source, String table, String column, String... except) {
        return Map.of(
                "source",
                source,
                "schema",
                "",
                "table",
                table,
                "column",
                column,
                "label",
                "",
                "excluded",
                List.of(except));
    }
}
