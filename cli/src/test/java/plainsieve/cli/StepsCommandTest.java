package plainsieve.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** The commands accept steps as well as SQL. */
class StepsCommandTest {
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
    void rewritesTheCompiledStatement() throws Exception {
        String steps = file(
                "late.steps", "steps 1\nfrom crossings\nwhere state = 'SAILED' and delay_min > :least\nfirst 5 rows");
        JsonNode answer = call("rewrite", "--dialect", "mariadb", "--query", steps, "--set", "least=15")
                .json();
        assertThat(answer.get("steps").asString()).startsWith("select *\nfrom crossings\nwhere state = 'SAILED'");
        assertThat(answer.get("statement").asString()).contains("delay_min > ?").doesNotContain(":least");
        String wrong = file("wrong.steps", "steps 1\nfrom crossings\nwhere state");
        JsonNode refused =
                call("rewrite", "--dialect", "mariadb", "--query", wrong).json();
        assertThat(refused.get("errors").get(0).get("line").asInt()).isEqualTo(3);
    }

    @Test
    void checksStepsWithReferencedQueries() throws Exception {
        file("project.yaml", """
                sources:
                  - {id: db, kind: sqlite, database: x.sqlite}
                parameters:
                  - {name: least, type: integer}
                queries:
                  - {id: late, source: db, file: late.steps}
                  - {id: later, source: db, file: later.steps}
                """);
        file("late.steps", "steps 1\nfrom crossings\nwhere delay_min > :least");
        file("later.steps", "steps 1\nfrom query 'late'\ngroup by port_id: count of rows as n");
        assertThat(call("check", folder.toString()).exitCode()).isZero();
        file("later.steps", "steps 1\nfrom query 'latr'");
        CommandResult wrong = call("check", folder.toString());
        assertThat(wrong.exitCode()).isEqualTo(1);
        assertThat(wrong.output()).contains("later.steps:2:6: error: Unknown query “latr”", "Did you mean “late”?");
    }
}
