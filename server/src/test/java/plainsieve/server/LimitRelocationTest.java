package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A row limit in a query falsifies its figures: the report editor reports it and moves it to the table. */
class LimitRelocationTest {
    private final Api api = new Api(RunningServer.get().address());

    @Test
    void movesARowLimitToTheTable() {
        try (LimitedQuery query = new LimitedQuery("select * from crossings order by departed_at limit 500")) {
            JsonNode page = query.report();
            JsonNode limited = page.get("limits").get(0);
            assertThat(limited.get("message").asString())
                    .startsWith("“Limited crossings” has a row limit (500), so “")
                    .endsWith("computed from those rows only.");
            assertThat(limited.get("fix").asString()).isEqualTo("Move the limit to the table");
            assertThat(query.rows("figures").get(0).get(0).asLong()).isEqualTo(500);

            assertThat(query.moveLimit().status()).isEqualTo(204);
            page = query.page();
            assertThat(page.get("limits")).isEmpty();
            assertThat(query.text()).isEqualTo("select * from crossings order by departed_at");
            String parameter = query.parameter();
            assertThat(api.get("/api/v1/parameters/" + parameter).json().toString())
                    .contains("\"500\"");
            assertThat(query.rows("figures").get(0).get(0).asLong()).isGreaterThan(500);
            assertThat(query.rows("rows")).hasSize(500);
            assertThat(query.moveLimit().status()).isEqualTo(422);
        }
    }

    @Test
    void reportsALimitWithAnOffset() {
        try (LimitedQuery query = new LimitedQuery("select * from crossings order by departed_at limit 500 offset 3")) {
            JsonNode limited = query.report().get("limits").get(0);
            assertThat(limited.get("fix").asString()).isEmpty();
            assertThat(query.moveLimit().status()).isEqualTo(422);
            assertThat(query.text()).endsWith("limit 500 offset 3");
        }
    }

    /** A query of the crossings that is removed after the test. */
    private final class LimitedQuery implements AutoCloseable {
        private final String id;
        private String report = "";

        LimitedQuery(String text) {
            String source = api.get("/api/v1/queries/late-crossings")
                    .json()
                    .get("source")
                    .asString();
            id = api.post("/api/v1/queries", Map.of("name", "Limited crossings", "source", source, "text", text))
                    .json()
                    .get("id")
                    .asString();
        }

        Api.Answer moveLimit() {
            return api.post("/api/v1/queries/" + id + "/limit-to-tables", Map.of());
        }

        String text() {
            return api.get("/api/v1/queries/" + id).json().get("text").asString();
        }

        /** The parameter of the table's limit. */
        String parameter() {
            return StreamSupport.stream(api.get("/api/v1/parameters").json().spliterator(), false)
                    .map(one -> one.get("definition").get("name").asString())
                    .filter(name -> name.startsWith("row_limit"))
                    .max(Comparator.naturalOrder())
                    .orElse("row_limit");
        }

        JsonNode report() {
            report = api.post("/api/v1/queries/" + id + "/reports", Map.of())
                    .json()
                    .get("id")
                    .asString();
            return page();
        }

        JsonNode page() {
            return api.get("/api/v1/reports/" + report + "/editor").json();
        }

        List<JsonNode> rows(String view) {
            return api.post(
                            "/api/v1/reports/" + report + "/editor/views/" + view + "/run",
                            Map.of("runId", UUID.randomUUID().toString(), "choices", Map.of()))
                    .rows();
        }

        @Override
        public void close() {
            api.send("DELETE", "/api/v1/reports/" + report, "");
            String parameter = parameter();
            api.send("DELETE", "/api/v1/queries/" + id, "");
            api.send("DELETE", "/api/v1/parameters/" + parameter, "");
        }
    }
}
