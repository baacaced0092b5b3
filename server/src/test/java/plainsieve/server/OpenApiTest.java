package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** The OpenAPI document in the repository, from which the front end's types are generated, equals the served one. */
class OpenApiTest {
    private static final JsonMapper JSON =
            JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();

    @TempDir
    Path folder;

    @Test
    void documentMatchesTheRoutes() throws Exception {
        try (AnotherServer server = AnotherServer.on(
                folder,
                List.of(OpenApiCustomization.class),
                "--springdoc.api-docs.enabled=true",
                "--springdoc.api-docs.path=/found",
                "--springdoc.default-produces-media-type=application/json")) {
            JsonNode found = server.api().get("/found").json();
            Files.writeString(Path.of("target/openapi.json"), JSON.writeValueAsString(found) + "\n");
            assertThat(server.api().get("/api/openapi").json())
                    .as("web/src/api/openapi.json is out of date: copy server/target/openapi.json over it")
                    .isEqualTo(found);
        }
    }

    @Test
    void documentIsPublic() throws Exception {
        try (AnotherServer server = AnotherServer.on(folder, "--plainsieve.accounts=true")) {
            Api.Answer answer = server.api().get("/api/openapi");
            assertThat(answer.status()).isEqualTo(200);
            assertThat(answer.json().get("openapi").asString()).startsWith("3.");
        }
    }
}
