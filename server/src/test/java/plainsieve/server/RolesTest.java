package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Without accounts, one setting determines the role of everyone on this machine. */
class RolesTest {
    @ParameterizedTest
    @CsvSource({"viewer, 200, 403, 403", "author, 200, 200, 403", "operator, 200, 200, 200"})
    void eachRoleIsAllowedItsTasks(String role, int reading, int authoring, int operating) throws Exception {
        try (AnotherServer server = AnotherServer.on(AnotherServer.folderOfFerries(), "--plainsieve.role=" + role)) {
            Api api = server.api();
            assertThat(api.get("/api/v1/reports").status()).isEqualTo(reading);
            assertThat(api.runView("late-crossings", "figures", Map.of()).status())
                    .isEqualTo(reading);
            assertThat(api.get("/api/v1/parameters").status()).isEqualTo(authoring);
            assertThat(api.get("/api/v1/sent").status()).isEqualTo(authoring);
            assertThat(api.post("/api/v1/queries", Map.of("name", "New", "source", "ferries", "text", "select 1"))
                            .status())
                    .isEqualTo(authoring == 200 ? 201 : authoring);
            assertThat(api.post("/api/v1/projects", Map.of("name", "Another")).status())
                    .isEqualTo(operating == 200 ? 201 : operating);
            Api.Answer added = api.post("/api/v1/sources", Map.of("id", "more", "kind", "sqlite", "database", "/no"));
            assertThat(added.status() == 403).isEqualTo(operating == 403);
        }
    }

    @Test
    void forbiddenRequestIsAProblemWithAdvice() throws Exception {
        try (AnotherServer server = AnotherServer.on(AnotherServer.folderOfFerries(), "--plainsieve.role=viewer")) {
            for (String asked : List.of(
                    "GET /api/v1/parameters", "POST /api/v1/sources", "DELETE /api/v1/queries/late-crossings")) {
                String[] words = asked.split(" ");
                Api.Answer refused = server.api().send(words[0], words[1], Map.of());
                assertThat(refused.status()).as(asked).isEqualTo(403);
                assertThat(refused.contentType()).startsWith("application/problem+json");
                assertThat(refused.json().get("advice").asString()).isNotBlank();
            }
        }
    }

    /** A proxy forwards requests from elsewhere and says so. */
    @Test
    void withoutSignInOnlyLoopbackIsServed() throws Exception {
        HttpClient client = HttpClient.newBuilder()
                .followRedirects(HttpClient.Redirect.NORMAL)
                .build();
        try (AnotherServer server = AnotherServer.on(AnotherServer.folderOfFerries())) {
            for (String path : List.of(
                    "/api/v1/me", "/api/v1/projects", "/api/v1/reports", "/projects/home/reports/late-crossings")) {
                HttpRequest handedOn = HttpRequest.newBuilder(URI.create(server.address() + path))
                        .header("X-Forwarded-For", "192.0.2.7")
                        .build();
                String answer = client.send(handedOn, HttpResponse.BodyHandlers.ofString())
                        .body();
                assertThat(answer).doesNotContain("Home", "Late crossings").doesNotContain("late-crossings\"");
            }
        }
    }

    @Test
    void unpublishedReportIsVisibleToAuthorsOnly() throws Exception {
        Path folder = AnotherServer.folderOfFerries();
        String id;
        try (AnotherServer server = AnotherServer.on(folder, "--plainsieve.role=author")) {
            id = server.api()
                    .post("/api/v1/queries/late-crossings/reports", Map.of())
                    .json()
                    .get("id")
                    .asString();
            assertThat(server.api().get("/api/v1/reports/" + id).status()).isEqualTo(200);
        }
        try (AnotherServer server = AnotherServer.on(folder, "--plainsieve.role=viewer")) {
            Api api = server.api();
            assertThat(api.get("/api/v1/reports").json().findValuesAsString("id"))
                    .contains("late-crossings")
                    .doesNotContain(id);
            assertThat(api.get("/api/v1/reports/" + id).status()).isEqualTo(404);
            assertThat(api.runView(id, "figures", Map.of()).status()).isEqualTo(404);
            assertThat(api.get("/api/v1/reports/" + id + "/editor").status()).isEqualTo(403);
        }
    }
}
