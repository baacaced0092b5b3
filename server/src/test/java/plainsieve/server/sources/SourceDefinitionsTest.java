package plainsieve.server.sources;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.server.AnotherServer;
import plainsieve.sources.Secret;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceFields;
import plainsieve.sources.SourceKind;

/** Connection settings of sources: a stored password is reused only for the server it was given for. */
class SourceDefinitionsTest {
    private static final String HERE = "postgresql localhost 5432 a me";

    private static AnotherServer server;
    private static SourceDefinitions kept;

    @BeforeAll
    static void start() throws Exception {
        server = AnotherServer.on(Files.createTempDirectory("plainsieve"));
        kept = server.part(SourceDefinitions.class);
        kept.add(access(HERE, "s3cret"));
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    /** @param address kind, host, port, database and user */
    private static SourceAccess access(String address, String password) {
        String[] parts = address.split(" ", -1);
        SourceKind kind = SourceKind.ofWord(parts[0]).orElseThrow();
        return new SourceAccess(
                "one",
                kind.settings(new SourceFields(parts[1], Integer.parseInt(parts[2]), parts[3], parts[4])),
                new Secret(password));
    }

    @ParameterizedTest
    @CsvSource({
        "postgresql localhost 5432 b me,   s3cret",
        "postgresql elsewhere 5432 a me,   ''",
        "postgresql localhost 5433 a me,   ''",
        "postgresql localhost 5432 a root, ''",
        "'duckdb  0 a ',                   ''",
    })
    void omittedPasswordIsReusedForTheSameUserAndServerOnly(String address, String password) {
        assertThat(kept.completed(access(address, "")).password().reveal()).isEqualTo(password);
    }

    @Test
    void keepsAGivenPassword() {
        SourceAccess given = access(HERE, "newer");
        assertThat(kept.completed(given)).isEqualTo(given);
    }

    @Test
    void encryptsThePassword() {
        assertThat(kept.row("one").password()).isNotEmpty().doesNotContain("s3cret");
        assertThat(kept.access(kept.row("one")).password().reveal()).isEqualTo("s3cret");
    }
}
