package plainsieve.server.sources;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.value.ProblemException;
import plainsieve.server.TestSettings;
import plainsieve.server.records.DataFolder;
import plainsieve.server.runtime.settings.Settings;
import plainsieve.sources.Secret;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceSettings;

/** Files are sources inside the operator's folders only, wherever links lead; the server's own never. */
class FileFenceTest {
    @TempDir
    Path temporary;

    private Path data;
    private Path files;
    private DataFolder own;
    private FileFence fence;

    @BeforeEach
    void start() throws IOException {
        data = temporary.toRealPath().resolve("data");
        files = data.resolve("files");
        Settings settings = TestSettings.in(data);
        own = new DataFolder(settings);
        own.ownFile("secret.key");
        fence = new FileFence(settings, own);
    }

    @AfterEach
    void letGo() throws IOException {
        own.close();
    }

    private static String opened(FileFence by, String file) {
        SourceAccess inside = by.inside(new SourceAccess("s", new SourceSettings.DuckDb(file), Secret.none()));
        return ((SourceSettings.DuckDb) inside.settings()).file();
    }

    private void assertRefused(FileFence by, String file, String why) {
        assertThatThrownBy(() -> opened(by, file))
                .isInstanceOf(ProblemException.class)
                .hasMessageContaining(why);
    }

    @ParameterizedTest
    @ValueSource(strings = {"sound.duckdb", "2026/sound.duckdb", "./sound.duckdb", "Größe & 100 %.duckdb"})
    void acceptsNamesInTheFolder(String name) {
        assertThat(opened(fence, name))
                .isEqualTo(files.resolve(name).normalize().toString());
    }

    @Test
    void acceptsAbsolutePathsInside() {
        String path = files.resolve("sound.duckdb").toString();
        assertThat(opened(fence, path)).isEqualTo(path);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"/etc/passwd", "../secret.key", "../files-of-others/a.duckdb", "a/../../x", "/", "/proc/self/mem"
            })
    void rejectsPathsElsewhere(String path) {
        assertRefused(fence, path, "is outside the folders that this server may read");
    }

    @Test
    void rejectsLinksThatLeadOutside() throws IOException {
        Path outside = Files.createDirectories(temporary.resolve("outside"));
        Files.createSymbolicLink(files.resolve("way-out"), outside);
        Files.createSymbolicLink(files.resolve("key"), data.resolve("secret.key"));
        assertRefused(fence, "way-out/a.duckdb", "is outside the folders");
        assertRefused(fence, "key", "is outside the folders");
    }

    @Test
    void rejectsDanglingLinks() throws IOException {
        Files.createSymbolicLink(files.resolve("later"), temporary.resolve("outside-later.duckdb"));
        assertRefused(fence, "later", "does not exist");
    }

    @Test
    void followsLinksInside() throws IOException {
        Files.createFile(files.resolve("this-year.duckdb"));
        Files.createSymbolicLink(files.resolve("current"), files.resolve("this-year.duckdb"));
        assertThat(opened(fence, "current"))
                .isEqualTo(files.resolve("this-year.duckdb").toString());
    }

    @Test
    void rejectsFilesOfTheServer() throws IOException {
        Files.createLink(files.resolve("harmless.duckdb"), data.resolve("secret.key"));
        assertRefused(fence, "harmless.duckdb", "belongs to the server itself");
        FileFence wide = new FileFence(TestSettings.in(data, data), own);
        assertRefused(wide, "secret.key", "belongs to the server itself");
        assertThat(opened(wide, "ferries.duckdb")).endsWith("ferries.duckdb");
    }

    @Test
    void acceptsMultipleFolders() throws IOException {
        Path shared = temporary.resolve("shared");
        FileFence two = new FileFence(TestSettings.in(data, files, shared), own);
        assertThat(opened(two, shared.resolve("a.duckdb").toString())).endsWith("shared/a.duckdb");
        assertRefused(two, temporary.resolve("shared-not/a.duckdb").toString(), "is outside the folders");
    }

    @Test
    void ignoresServers() {
        SourceAccess server =
                new SourceAccess("s", new SourceSettings.PostgreSql("localhost", 5432, "a", "b"), Secret.none());
        assertThat(fence.inside(server)).isSameAs(server);
    }
}
