package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Instant;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import plainsieve.server.jobs.JobRunner;
import tools.jackson.databind.JsonNode;

/** A server with a harbour source and a stored copy of its sailings, refreshed on demand. */
abstract class StoredCopyFixture {
    static final String COPIES = "/api/v1/projects/home/stored-copies";
    static final String ALL = "select id, day, port, delay from sailings";

    static AnotherServer server;
    static Api api;
    static Path folder;
    private static Path harbour;

    String copy;

    @BeforeAll
    static void start() throws Exception {
        folder = AnotherServer.folderOfFerries();
        harbour = folder.resolve("files").resolve("harbour.sqlite");
        server = AnotherServer.on(folder, "--plainsieve.jobs=false", "--plainsieve.time-zone=UTC");
        api = server.api();
        change("create table sailings (id integer primary key, day date, port text, delay numeric)");
        assertThat(api.post("/api/v1/sources", Map.of("id", "harbour", "kind", "sqlite", "database", "harbour.sqlite"))
                        .status())
                .isEqualTo(201);
        api.post("/api/v1/queries", Map.of("name", "Sailings", "source", "harbour", "text", ALL));
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    @BeforeEach
    void sailings() throws Exception {
        change("delete from sailings");
        for (int day = 0; day < 40; day++) {
            for (int n = 0; n < 5; n++) {
                change("insert into sailings (day, port, delay) values ('%s', 'Ardlow', %d)"
                        .formatted(LocalDate.now().minusDays(day), n));
            }
        }
        copy = api.post(COPIES, Map.of("query", "sailings", "name", "All sailings"))
                .json()
                .get("id")
                .asString();
    }

    @AfterEach
    void remove() {
        settled();
        for (JsonNode one : api.get(COPIES).json()) {
            api.send("DELETE", COPIES + "/" + one.get("id").asString(), Map.of());
        }
    }

    static void change(String sql) throws SQLException {
        try (Connection connection = DriverManager.getConnection("jdbc:sqlite:" + harbour);
                Statement statement = connection.createStatement()) {
            statement.execute(sql);
        }
    }

    static JsonNode copy(String id) {
        for (JsonNode one : api.get(COPIES).json()) {
            if (one.get("id").asString().equals(id)) {
                return one;
            }
        }
        throw new AssertionError("There is no copy " + id);
    }

    /** Runs the scheduler until no job is due or running. */
    static void settled() {
        Waiting.until(() -> {
            server.part(JobRunner.class).runDue(Instant.now());
            return api.get(COPIES).json().valueStream().noneMatch(StoredCopyFixture::isOpen);
        });
    }

    /** Whether the last job of a copy or a delivery is running or due for the first time. */
    static boolean isOpen(JsonNode one) {
        JsonNode job = one.get("lastJob");
        String state = job.get("state").asString();
        return state.equals("running")
                || state.equals("due") && job.get("attempts").asInt() == 0;
    }

    JsonNode refreshed() {
        // Jobs of the same subject are distinguished by the second of their creation.
        String before = copy(copy).get("content").get("asOf").asString();
        Waiting.until(() -> before.isEmpty()
                || Instant.now().getEpochSecond() > Instant.parse(before).getEpochSecond());
        assertThat(api.post(COPIES + "/" + copy + "/refresh", Map.of()).status())
                .isEqualTo(204);
        settled();
        return copy(copy);
    }

    void cut(String by, int again) {
        assertThat(changed(Map.of("partitionBy", by, "refreshedPartitions", again))
                        .status())
                .isEqualTo(200);
    }

    Api.Answer changed(Map<String, Object> what) {
        Map<String, Object> body = new HashMap<>(
                Map.of("name", "All sailings", "partitionBy", "", "refreshedPartitions", 0, "paused", false));
        body.put("version", copy(copy).get("version").asInt());
        body.putAll(what);
        return api.send("PUT", COPIES + "/" + copy, body);
    }

    static List<JsonNode> rows(String source, String sql) {
        if (api.get("/api/v1/queries/on-" + source).status() == 404) {
            api.post("/api/v1/queries", Map.of("name", "On " + source, "source", source, "text", "select 1 as one"));
        }
        Api.Answer answer = api.runDraft("on-" + source, sql, Map.of());
        assertThat(answer.status()).describedAs(answer.lines().toString()).isEqualTo(200);
        assertThat(answer.last().get("event").asString())
                .describedAs(answer.failure())
                .isEqualTo("done");
        return answer.rows();
    }

    static String sums(String source, String table) {
        return rows(
                        source,
                        "select count(*) as n, sum(id) as ids, sum(delay) as delays, count(distinct day) as days, min(port) as port from "
                                + table)
                .toString()
                .replace("\"", "");
    }
}
