package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Behavior while another process, such as a backup, writes to the records, and afterwards. */
class RecordsBusyTest {
    @TempDir
    Path folder;

    private AnotherServer server;
    private Api api;

    @BeforeEach
    void start() {
        server = AnotherServer.on(folder);
        api = server.api();
        api.post("/api/v1/sources", Map.of("id", "s", "kind", "duckdb", "database", "nowhere.duckdb"));
        for (String name : List.of("a", "b", "c", "d", "e", "f")) {
            api.post("/api/v1/queries", Map.of("name", name, "source", "s", "text", ""));
        }
    }

    @AfterEach
    void stop() {
        server.close();
    }

    private Api.Answer save(String query, int version, String text) {
        return api.send("PATCH", "/api/v1/queries/" + query, Map.of("text", text, "version", version));
    }

    private void whileLocked(long millis, Runnable meanwhile) throws Exception {
        try (Connection other = DriverManager.getConnection("jdbc:sqlite:" + folder.resolve("plainsieve.sqlite"));
                Statement lock = other.createStatement()) {
            lock.execute("begin immediate");
            meanwhile.run();
            TimeUnit.MILLISECONDS.sleep(millis);
            lock.execute("rollback");
        }
    }

    @Test
    void waitForAWriterWhileReadsContinue() throws Exception {
        List<CompletableFuture<Api.Answer>> saves = new ArrayList<>();
        whileLocked(3_000, () -> {
            for (String query : List.of("a", "b", "c", "d", "e")) {
                saves.add(CompletableFuture.supplyAsync(() -> save(query, 1, "select 1")));
            }
            long start = System.nanoTime();
            assertThat(api.get("/api/v1/queries/f").status()).isEqualTo(200);
            assertThat(System.nanoTime() - start).isLessThan(TimeUnit.SECONDS.toNanos(2));
        });
        assertThat(saves).allSatisfy(save -> assertThat(save.join().status()).isEqualTo(200));
        assertThat(api.get("/api/v1/queries/a").json().get("text").asString()).isEqualTo("select 1");
    }

    @Test
    void reportABusyDatabaseAndRecover() throws Exception {
        List<CompletableFuture<Api.Answer>> saves = new ArrayList<>();
        List<CompletableFuture<Api.Answer>> removals = new ArrayList<>();
        whileLocked(7_000, () -> {
            saves.add(CompletableFuture.supplyAsync(() -> save("a", 1, "select 1")));
            saves.add(CompletableFuture.supplyAsync(() -> save("b", 1, "select 1")));
            removals.add(CompletableFuture.supplyAsync(() -> api.send("DELETE", "/api/v1/queries/f", "")));
        });
        List<Api.Answer> answers = Stream.concat(saves.stream(), removals.stream())
                .map(CompletableFuture::join)
                .toList();
        assertThat(answers).anySatisfy(answer -> {
            assertThat(answer.status()).isEqualTo(503);
            assertThat(answer.json().get("detail").asString()).contains("Nothing was changed");
        });
        assertThat(answers).allMatch(answer -> answer.status() < 300 || answer.status() == 503);
        assertThat(text("a")).isEqualTo(saves.get(0).join().status() == 200 ? "select 1" : "");
        assertThat(text("b")).isEqualTo(saves.get(1).join().status() == 200 ? "select 1" : "");
        assertThat(api.get("/api/v1/queries/f").status())
                .isEqualTo(removals.get(0).join().status() == 204 ? 404 : 200);
        for (int version = 1; version <= 40; version++) {
            assertThat(save("c", version, "select " + version).status()).isEqualTo(200);
        }
    }

    private String text(String query) {
        return api.get("/api/v1/queries/" + query).json().get("text").asString();
    }
}
