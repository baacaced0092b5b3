package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import io.swagger.v3.oas.annotations.Hidden;
import java.nio.file.Files;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.people.Role;

/** Internal errors are server errors, and client errors reveal no internals. */
class InternalErrorsTest {
    @Hidden
    @RestController
    @RequiredRole(Role.VIEWER)
    public static class OurMistake {
        @GetMapping("/api/v1/projects/our-mistake")
        String fail() {
            throw new IllegalArgumentException("SomeClass: index 7 of 3");
        }
    }

    @Test
    void internalArgumentErrorIsAServerError() throws Exception {
        try (AnotherServer server =
                AnotherServer.on(Files.createTempDirectory("plainsieve"), List.of(OurMistake.class))) {
            Api.Answer answer = server.api().get("/api/v1/projects/our-mistake");
            assertThat(answer.status()).isEqualTo(500);
            assertThat(answer.json().toString()).doesNotContain("SomeClass").contains("Internal error");
        }
    }

    @Test
    void unknownKindIsAClientErrorWithSuggestions() {
        Api.Answer refused = new Api(RunningServer.get().address())
                .post("/api/v1/sources", Map.of("id", "wet", "kind", "sea", "database", "x"));
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.json().get("detail").asString()).startsWith("“kind” has an unknown value, “sea”.");
        assertThat(refused.json().get("advice").asString()).contains("postgresql", "duckdb");
        assertThat(refused.json().toString()).doesNotContain("plainsieve.", "Exception", "SourceKind");
    }
}
