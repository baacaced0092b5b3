package plainsieve.server;

import java.util.Map;
import tools.jackson.databind.JsonNode;

/** A published report of one query. @param view its table, or its first view without one */
record PublishedReport(Api api, String query, String report, String view) {
    static PublishedReport of(Api api, String name, String text) {
        String query = api.post(
                        "/api/v1/queries",
                        Map.of("name", name + " " + System.nanoTime(), "source", "ferries", "text", text))
                .json()
                .get("id")
                .asString();
        String report = api.post("/api/v1/queries/" + query + "/reports", Map.of())
                .json()
                .get("id")
                .asString();
        api.post("/api/v1/projects/home/publish", Map.of("reason", "to be asked"));
        JsonNode views =
                api.get("/api/v1/reports/" + report).json().findValues("views").get(0);
        String view = views.get(0).get("id").asString();
        for (JsonNode one : views) {
            view = one.get("kind").asString().equals("table") ? one.get("id").asString() : view;
        }
        return new PublishedReport(api, query, report, view);
    }

    Api.Answer run(Map<String, Object> body) {
        return api.post("/api/v1/reports/%s/views/%s/run".formatted(report, view), body);
    }

    void remove() {
        api.send("DELETE", "/api/v1/reports/" + report, "");
        api.send("DELETE", "/api/v1/queries/" + query, "");
    }
}
