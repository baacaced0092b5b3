package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The disk of the records is full: a small disk of its own where the machine permits. */
class FullDiskTest {
    private static final String SIZE = "size=12m";

    @TempDir
    Path disk;

    private boolean mounted;

    @BeforeEach
    void mount() throws Exception {
        mounted = run("mount", "-t", "tmpfs", "-o", SIZE, "tmpfs", disk.toString()) == 0;
        assumeTrue(mounted, "No disk can be made here");
    }

    @AfterEach
    void unmount() throws Exception {
        if (mounted) {
            run("umount", disk.toString());
        }
    }

    private static int run(String... command) throws Exception {
        try {
            return new ProcessBuilder(command)
                    .redirectErrorStream(true)
                    .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                    .start()
                    .waitFor();
        } catch (IOException e) {
            return -1;
        }
    }

    private Path fill() throws IOException {
        Path filler = disk.resolve("filler");
        byte[] some = new byte[4096];
        try (OutputStream out = Files.newOutputStream(filler)) {
            while (true) {
                out.write(some);
            }
        } catch (IOException e) {
            return filler;
        }
    }

    @Test
    void servesCachedDataAndRecoversWhenSpaceReturns() throws Exception {
        try (AnotherServer server = AnotherServer.on(disk)) {
            Api api = server.api();
            api.post("/api/v1/sources", Map.of("id", "s", "kind", "duckdb", "database", "nowhere.duckdb"));
            api.post("/api/v1/queries", Map.of("name", "Kept", "source", "s", "text", "select 0"));
            assertThat(save(api, 1, 1).status()).isEqualTo(200);
            Path filler = fill();
            int version = 2;
            Api.Answer answer = save(api, version, version);
            // Free space in the file and its log may hold a few small changes.
            while (answer.status() == 200 && version < 200) {
                version++;
                answer = save(api, version, version);
            }
            assertThat(answer.status()).isEqualTo(507);
            assertThat(answer.failure()).contains("disk", "full", "Nothing was changed");
            Api.Answer kept = api.get("/api/v1/queries/kept");
            assertThat(kept.json().get("version").asInt()).isEqualTo(version);
            assertThat(kept.json().get("text").asString()).startsWith("select " + (version - 1) + " ");
            // A log without space prevents no query.
            assertThat(api.runDraft("kept", "select 1", Map.of()).failure()).contains("cannot be opened");
            Files.delete(filler);
            assertThat(save(api, version, 1000).status()).isEqualTo(200);
        }
    }

    @Test
    void reportsUnreadableFilesAndRecovers() throws Exception {
        try (AnotherServer server = AnotherServer.on(disk)) {
            Api api = server.api();
            api.post("/api/v1/sources", Map.of("id", "logs", "kind", "folder", "database", "logs"));
            api.post("/api/v1/queries", Map.of("name", "Lines", "source", "logs", "text", "select 0"));
            String lines = "n,note\n" + "1,a note of some length\n".repeat(60_000);
            assertThat(api.upload("logs", "lines.csv", false, lines.getBytes(StandardCharsets.US_ASCII))
                            .status())
                    .isEqualTo(204);
            Path filler = fill();
            Api.Answer full = api.runDraft("lines", "select count(*) from lines", Map.of());
            assertThat(full.failure())
                    .contains("The files of “logs” could not be read: the disk of the server is full");
            Api.Answer more = api.upload("logs", "more.csv", false, lines.getBytes(StandardCharsets.US_ASCII));
            assertThat(more.status()).isEqualTo(507);
            assertThat(more.failure()).contains("disk", "full");
            Files.delete(filler);
            assertThat(api.runDraft("lines", "select count(*) from lines", Map.of())
                            .rows()
                            .toString())
                    .isEqualTo("[[60000]]");
        }
    }

    private static Api.Answer save(Api api, int version, int number) {
        String text = "select " + number + " /* " + "x".repeat(60_000) + " */";
        return api.send("PATCH", "/api/v1/queries/kept", Map.of("text", text, "version", version));
    }
}
