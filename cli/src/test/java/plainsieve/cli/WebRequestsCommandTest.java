package plainsieve.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** The commands accept web requests as well as SQL. */
class WebRequestsCommandTest {
    private static final String TIDES =
            "request 1\nget /ports/:port/tides\nquery kind = :kind\nthen\nselect * from response where height_m > :least";

    @TempDir
    private Path folder;

    private static CommandResult call(String... arguments) {
        return CommandResult.with("", arguments);
    }

    private String file(String name, String text) throws Exception {
        Path path = folder.resolve(name);
        Files.writeString(path, text);
        return path.toString();
    }

    @Test
    void rewritesWebRequestWithItsUrl() throws Exception {
        JsonNode answer = call(
                        "rewrite",
                        "--dialect",
                        "duckdb",
                        "--query",
                        file("tides.request", TIDES),
                        "--set",
                        "port=Hythe Ness",
                        "--set",
                        "least=3")
                .json();
        assertThat(answer.get("address").asString()).isEqualTo("get /ports/Hythe%20Ness/tides");
        assertThat(answer.get("statement").asString())
                .startsWith("get /ports/?/tides\nthen\nselect * from response where height_m > ?");
    }

    @Test
    void describesTheStructureOfAWebRequest() throws Exception {
        JsonNode line = call("structure", "--dialect", "duckdb", file("tides.request", TIDES))
                .json();
        assertThat(line.get("parameterNames").toString()).isEqualTo("[\"port\",\"kind\",\"least\"]");
        JsonNode wrong = call("structure", "--dialect", "duckdb", file("wrong.request", "request 1\nget ports"))
                .json();
        assertThat(wrong.get("accepted").asBoolean()).isFalse();
    }

    @Test
    void checksTheWebRequestsOfAProject() throws Exception {
        file("project.yaml", """
                sources:
                  - {id: tides, kind: web, database: https://tides.example, sign-in: bearer}
                parameters:
                  - {name: port}
                  - {name: kind}
                  - {name: least, type: decimal}
                queries:
                  - {id: tides, source: tides, file: tides.request}
                """);
        file("tides.request", TIDES);
        assertThat(call("check", folder.toString()).output()).doesNotContain("error");
        file("tides.request", TIDES.replace("query kind", "qeury kind"));
        CommandResult wrong = call("check", folder.toString());
        assertThat(wrong.exitCode()).isEqualTo(1);
        assertThat(wrong.output()).contains("tides.request:3:1: error:", "Unknown request line");
    }
}
