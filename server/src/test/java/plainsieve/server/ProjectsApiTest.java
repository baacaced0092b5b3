package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;
import static plainsieve.server.Api.values;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Several projects on one server are isolated; sources are shared. */
class ProjectsApiTest {
    private final String address = RunningServer.get().address();
    private final Api api = new Api(address);
    private String other;

    @BeforeEach
    void anotherProject() {
        Api.Answer made = api.post("/api/v1/projects", Map.of("name", "Night boats " + UUID.randomUUID()));
        other = "/api/v1/projects/" + made.json().get("id").asString();
    }

    @AfterEach
    void takeItAway() {
        for (String kind : new String[] {"queries/counted", "parameters/port"}) {
            api.send("DELETE", other + "/" + kind, "");
        }
        assertThat(api.send("DELETE", other, "").status()).isEqualTo(204);
    }

    @Test
    void namesAreScopedToAProject() {
        String before = api.get("/api/v1/parameters/port").json().toString();
        assertThat(api.post(other + "/parameters", Map.of("name", "port", "type", "integer"))
                        .status())
                .isEqualTo(201);
        assertThat(api.get(other + "/parameters/port").json().get("type").asString())
                .isEqualTo("integer");
        assertThat(api.get("/api/v1/parameters/port").json().toString()).isEqualTo(before);
        assertThat(api.get(other + "/queries").json()).isEmpty();
        assertThat(api.get(other + "/queries/late-crossings").status()).isEqualTo(404);
    }

    @Test
    void sentIsScopedToAProject() {
        Map<String, Object> query = Map.of(
                "name", "Counted", "source", "ferries", "text", "select count(*) from ports where port_id = :port");
        api.post(other + "/parameters", Map.of("name", "port", "type", "integer"));
        api.post(other + "/queries", query);
        Api.Answer run = api.post(
                other + "/queries/counted/run",
                Map.of(
                        "runId",
                        UUID.randomUUID().toString(),
                        "text",
                        query.get("text"),
                        "choices",
                        Map.of("port", values("3"))));
        assertThat(run.rows().get(0).get(0).asInt()).isEqualTo(1);
        JsonNode lines = api.get(other + "/sent").json();
        assertThat(lines).hasSize(1);
        long id = lines.get(0).get("id").asLong();
        assertThat(lines.get(0).get("queryId").asString()).isEqualTo("counted");
        assertThat(api.get("/api/v1/sent/" + id).status()).isEqualTo(404);
        assertThat(api.post("/api/v1/sent/" + id + "/evidence", Map.of()).status())
                .isEqualTo(404);
        assertThat(api.get("/api/v1/sent?limit=200").json().findValuesAsString("queryId"))
                .doesNotContain("counted");
    }

    @Test
    void rejectsRemovingAProjectInUse() {
        api.post(other + "/parameters", Map.of("name", "port"));
        Api.Answer refused = api.send("DELETE", other, "");
        assertThat(refused.status()).isEqualTo(409);
        assertThat(api.get(other + "/parameters").json()).hasSize(1);
    }

    @Test
    void reportsAMissingProject() {
        Api.Answer missing = api.get("/api/v1/projects/nowhere/reports");
        assertThat(missing.status()).isEqualTo(404);
        assertThat(missing.json().get("detail").asString()).contains("nowhere");
    }

    @Test
    void rootRedirectsToReports() throws Exception {
        HttpResponse<Void> answer = HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(address + "/")).build(),
                        HttpResponse.BodyHandlers.discarding());
        assertThat(answer.statusCode()).isEqualTo(302);
        assertThat(answer.headers().firstValue("Location")).contains("/projects/home/reports");
    }
}
