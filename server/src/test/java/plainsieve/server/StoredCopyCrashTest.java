package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.Statement;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** A server that is killed while refreshing: the old copy stays complete, and the job is finished later. */
class StoredCopyCrashTest {
    private static final int KILLS = Integer.getInteger("endure.kills", 1);
    private static final int ROWS = 60_000;
    private static final int LATEST_KILL_MILLIS = 900;
    private static final String COPIES = "/api/v1/projects/home/stored-copies";

    @TempDir
    private Path folder;

    private int state;

    /** All rows of the source contain the number of its state. */
    private void fill() throws Exception {
        state++;
        Path file = Files.createDirectories(folder.resolve("files")).resolve("harbour.sqlite");
        try (Connection connection = DriverManager.getConnection("jdbc:sqlite:" + file);
                Statement statement = connection.createStatement()) {
            statement.execute("create table if not exists sailings (id integer primary key, day date, state integer)");
            statement.execute("begin");
            statement.execute("delete from sailings");
            statement.execute("""
                    with recursive n (n) as (select 1 union all select n + 1 from n where n < %d)
                    insert into sailings select n, date('2026-01-01', (n %% 30) || ' days'), %d from n""".formatted(ROWS, state));
            statement.execute("commit");
        }
    }

    private static JsonNode copy(Api api) {
        return api.get(COPIES).json().get(0);
    }

    private static JsonNode atRest(Api api) {
        return Waiting.until(
                () -> copy(api),
                copy -> copy.get("lastJob").get("state").asString().equals("done"));
    }

    private static String inIt(Api api) {
        Api.Answer answer = api.runDraft(
                "asking", "select count(*) as n, min(state) as least, max(state) as most from sailings_kept", Map.of());
        assertThat(answer.status()).describedAs(answer.lines().toString()).isEqualTo(200);
        return answer.rows().get(0).toString();
    }

    private static String all(int state) {
        return "[%d,%d,%d]".formatted(ROWS, state, state);
    }

    @Test
    void keepsTheOldCopyAndFinishesTheJob() throws Exception {
        Random random = new Random();
        fill();
        for (int round = 0; round <= KILLS; round++) {
            ServerProcess server = ServerProcess.answering(folder);
            try {
                Api api = server.api();
                if (round == 0) {
                    make(api);
                }
                // The state that was being stored when the server was killed, whether or not it was complete.
                atRest(api);
                assertThat(inIt(api)).describedAs("round " + round).isEqualTo(all(state));
                fill();
                assertThat(api.post(COPIES + "/sailings-kept/refresh", Map.of()).status())
                        .isEqualTo(204);
                assertThat(inIt(api)).isIn(all(state - 1), all(state));
                Thread.sleep(random.nextInt(LATEST_KILL_MILLIS));
                assertThat(inIt(api)).isIn(all(state - 1), all(state));
            } finally {
                server.kill();
            }
        }
    }

    private static void make(Api api) throws Exception {
        api.post("/api/v1/sources", Map.of("id", "harbour", "kind", "sqlite", "database", "harbour.sqlite"));
        api.post("/api/v1/queries", Map.of("name", "Sailings", "source", "harbour", "text", "select * from sailings"));
        assertThat(api.post(COPIES, Map.of("query", "sailings", "name", "Sailings kept"))
                        .status())
                .isEqualTo(201);
        atRest(api);
        api.send(
                "PUT",
                COPIES + "/sailings-kept",
                Map.of("name", "Sailings kept", "partitionBy", "day:day", "refreshedPartitions", 40, "version", 1));
        api.post("/api/v1/queries", Map.of("name", "Asking", "source", "copies", "text", "select 1 as one"));
    }
}
