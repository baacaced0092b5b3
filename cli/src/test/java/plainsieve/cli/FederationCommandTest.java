package plainsieve.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Queries that read several sources are checked like others. */
class FederationCommandTest {
    private static final String TOGETHER = """
            steps 1
            from crossings
            where delay_min > :least
            join query 'tides' on port_id, adding height_m; keep only matching rows
            """;

    @TempDir
    private Path folder;

    private void file(String name, String text) throws Exception {
        Files.writeString(folder.resolve(name), text);
    }

    private CommandResult check() {
        return CommandResult.with("", "check", folder.toString());
    }

    @BeforeEach
    void project() throws Exception {
        file("project.yaml", """
                sources:
                  - {id: ferries, kind: postgresql, host: localhost, port: 5432, database: ferries}
                  - {id: tides, kind: web, database: https://tides.example}
                parameters:
                  - {name: least, type: integer}
                  - {name: port}
                queries:
                  - {id: tides, source: tides, file: tides.request}
                  - {id: together, source: ferries, file: together.steps}
                transfer-policies:
                  - {from: ferries, to: tides, allowed: false}
                """);
        file("tides.request", "request 1\nget /ports/:port/tides\n");
        file("together.steps", TOGETHER);
    }

    @Test
    void returnsParametersOfEverySource() {
        assertThat(check().output()).doesNotContain("error").doesNotContain("nothing uses");
    }

    @Test
    void reportsErrorsAtTheStep() throws Exception {
        file("together.steps", TOGETHER.replace("'tides'", "'tide'"));
        assertThat(check().output()).contains("together.steps:4:", "tides");
        file("together.steps", TOGETHER + "where height_m > :lest\n");
        assertThat(check().output()).contains("together.steps:5:", "lest");
    }

    @Test
    void sourceParameterIsDefinedInTheProject() throws Exception {
        file("project.yaml", """
                sources:
                  - {id: north, kind: postgresql, host: localhost, port: 5432, database: north}
                parameters:
                  - {name: region, type: name, list: {values: [{value: north}]}, default: north}
                queries:
                  - {id: one, source: north, source-parameter: region, file: one.sql}
                """);
        file("one.sql", "select 1 as one");
        assertThat(check().output()).doesNotContain("error").doesNotContain("region");
        file(
                "project.yaml",
                Files.readString(folder.resolve("project.yaml"))
                        .replace("source-parameter: region", "source-parameter: regoin"));
        assertThat(check().output()).contains("parameter “regoin”", "“region”");
    }

    @Test
    void rejectsAQueryThatReadsItselfThroughAnotherSource() throws Exception {
        file("project.yaml", """
                sources:
                  - {id: ferries, kind: postgresql, host: localhost, port: 5432, database: ferries}
                  - {id: islands, kind: mariadb, host: localhost, port: 3306, database: ferries}
                queries:
                  - {id: one, source: ferries, file: one.steps}
                  - {id: other, source: islands, file: other.steps}
                """);
        file("one.steps", "steps 1\nfrom query 'other'\n");
        file("other.steps", "steps 1\nfrom query 'one'\n");
        CommandResult checked = check();
        assertThat(checked.exitCode()).isEqualTo(1);
        assertThat(checked.output()).contains("would read itself");
    }
}
