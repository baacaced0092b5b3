package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** The front end's types are made from a kept copy of the API's description; the copy must be the description. */
class OpenApiTest {
    private static final JsonMapper JSON =
            JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();

    @Test
    void theKeptDescriptionIsTheServedOne() throws Exception {
        JsonNode served =
                new Api(RunningServer.get().address()).get("/api/openapi").json();
        Path fresh = Path.of("target/openapi.json");
        Files.writeString(fresh, JSON.writeValueAsString(served) + "\n");
        assertThat(JSON.readTree(Files.readString(Path.of("../web/src/api/openapi.json"))))
                .as("web/src/api/openapi.json is out of date: copy server/target/openapi.json over it")
                .isEqualTo(served);
    }
}
