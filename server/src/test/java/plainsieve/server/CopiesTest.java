package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
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
import java.util.Random;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import plainsieve.server.jobs.Jobs;
import tools.jackson.databind.JsonNode;

/** Answers that are kept here: made whole or in parts, asked as tables, and never half of one and half of another. */
class CopiesTest {
    private static final String COPIES = "/api/projects/home/copies";
    private static final String ALL = "select id, day, port, delay from sailings";

    private static AnotherServer server;
    private static Api api;
    private static Path folder;
    private static Path harbour;

    private String copy;

    @BeforeAll
    static void start() throws Exception {
        folder = AnotherServer.folderOfVersion3();
        harbour = folder.resolve("files").resolve("harbour.sqlite");
        server = AnotherServer.on(folder, "--plainsieve.jobs=false", "--plainsieve.time-zone=UTC");
        api = server.api();
        change("create table sailings (id integer primary key, day date, port text, delay numeric)");
        assertThat(api.post("/api/sources", Map.of("id", "harbour", "kind", "sqlite", "database", "harbour.sqlite"))
                        .status())
                .isEqualTo(201);
        api.post("/api/queries", Map.of("name", "Sailings", "sourceId", "harbour", "text", ALL));
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
        copy = api.post(COPIES, Map.of("queryId", "sailings", "name", "All sailings"))
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

    private static void change(String sql) throws SQLException {
        try (Connection connection = DriverManager.getConnection("jdbc:sqlite:" + harbour);
                Statement statement = connection.createStatement()) {
            statement.execute(sql);
        }
    }

    private static JsonNode copy(String id) {
        for (JsonNode one : api.get(COPIES).json()) {
            if (one.get("id").asString().equals(id)) {
                return one;
            }
        }
        throw new AssertionError("There is no copy " + id);
    }

    /** Looks until nothing is due or under way. */
    private static void settled() {
        for (int i = 0; i < 400; i++) {
            server.part(Jobs.class).look(Instant.now());
            boolean open = false;
            for (JsonNode one : api.get(COPIES).json()) {
                String state = one.get("last").get("state").asString();
                open |= state.equals("running")
                        || state.equals("due") && one.get("last").get("tries").asInt() == 0;
            }
            if (!open) {
                return;
            }
            sleep();
        }
        throw new AssertionError("It never came to rest: " + api.get(COPIES).json());
    }

    private static void sleep() {
        try {
            Thread.sleep(25);
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    private JsonNode refreshed() {
        // Jobs of one thing are told apart by the second in which they were asked for.
        String before = copy(copy).get("content").get("asOf").asString();
        while (!before.isEmpty()
                && Instant.now().getEpochSecond() <= Instant.parse(before).getEpochSecond()) {
            sleep();
        }
        assertThat(api.post(COPIES + "/" + copy + "/refresh", Map.of()).status())
                .isEqualTo(204);
        settled();
        return copy(copy);
    }

    private void cut(String by, int again) {
        assertThat(changed(Map.of("by", by, "again", again)).status()).isEqualTo(204);
    }

    private Api.Answer changed(Map<String, Object> what) {
        Map<String, Object> body = new HashMap<>(Map.of("name", "All sailings", "by", "", "again", 0, "paused", false));
        body.put("version", copy(copy).get("version").asInt());
        body.putAll(what);
        return api.send("PUT", COPIES + "/" + copy, body);
    }

    private static List<JsonNode> rows(String source, String sql) {
        if (api.get("/api/queries/on-" + source).status() == 404) {
            api.post("/api/queries", Map.of("name", "On " + source, "sourceId", source, "text", "select 1 as one"));
        }
        Api.Answer answer = api.runDraft("on-" + source, sql, Map.of());
        assertThat(answer.status()).describedAs(answer.lines().toString()).isEqualTo(200);
        assertThat(answer.last().get("event").asString())
                .describedAs(answer.failure())
                .isEqualTo("done");
        return answer.rows();
    }

    private static String sums(String source, String table) {
        return rows(
                        source,
                        "select count(*) as n, sum(id) as ids, sum(delay) as delays, count(distinct day) as days, min(port) as port from "
                                + table)
                .toString()
                .replace("\"", "");
    }

    @Test
    void anAnswerIsKeptAndAskedAsATable() {
        settled();
        JsonNode kept = copy(copy);
        assertThat(kept.get("last").get("state").asString()).isEqualTo("done");
        assertThat(kept.get("content").get("rows").asInt()).isEqualTo(200);
        assertThat(kept.get("table").asString()).isEqualTo("all_sailings");
        String source = kept.get("source").asString();
        assertThat(source).isEqualTo("copies");
        assertThat(rows(source, "select count(*) as n from all_sailings where delay >= 3")
                        .toString())
                .contains("80");
        assertThat(rows(source, "select * from all_sailings limit 1").get(0)).hasSize(4);
        assertThat(api.get("/api/sent").json().toString()).contains("\"cause\":\"copy\"", "\"asker\":\"schedule\"");
    }

    @Test
    void aChoiceRunsInTheCopy() {
        settled();
        api.post("/api/parameters", Map.of("name", "at_least", "type", "integer"));
        Api.Answer answer = api.runDraft(
                "on-copies",
                "select id from all_sailings where delay >= :at_least",
                Map.of("at_least", Api.values("4")));
        if (answer.status() == 404) {
            rows("copies", "select 1 as one");
            answer = api.runDraft(
                    "on-copies",
                    "select id from all_sailings where delay >= :at_least",
                    Map.of("at_least", Api.values("4")));
        }
        assertThat(answer.rows()).hasSize(40);
        assertThat(answer.lines().get(0).toString()).contains("delay >= ?");
    }

    @Test
    void inPartsOnlyWhatMayBeOtherwiseIsAskedAgain() throws Exception {
        cut("day:day", 3);
        JsonNode kept = refreshed();
        assertThat(kept.get("content").get("parts").asInt()).isEqualTo(40);
        long before = api.get("/api/sent").json().get(0).get("id").asLong();
        change("insert into sailings (day, port, delay) values ('%s', 'Skerrin', 9)"
                .formatted(LocalDate.now().minusDays(20)));
        change("update sailings set delay = 50 where day = '%s'"
                .formatted(LocalDate.now().minusDays(1)));
        refreshed();
        assertThat(sums("copies", "all_sailings")).isEqualTo(sums("harbour", "sailings"));
        long asked = 0;
        for (JsonNode line : api.get("/api/sent").json()) {
            boolean ofCopy = line.get("cause").asString().equals("copy");
            asked += line.get("id").asLong() > before && ofCopy ? 1 : 0;
        }
        assertThat(asked)
                .describedAs("its columns, the marks, three last days, and one that has a row more")
                .isEqualTo(6);
    }

    @Test
    void inPartsItIsTheSameAsWholeAfterManyChanges() throws Exception {
        cut("day:day", 4);
        refreshed();
        Random random = new Random(7);
        for (int round = 0; round < 4; round++) {
            for (int i = 0; i < 50; i++) {
                int ago = random.nextInt(60);
                LocalDate day = LocalDate.now().minusDays(ago);
                switch (random.nextInt(3)) {
                    case 0 ->
                        change("insert into sailings (day, port, delay) values (%s, 'Skerrin', %s)"
                                .formatted(
                                        ago == 59 ? "null" : "'" + day + "'", random.nextBoolean() ? "1.25" : "null"));
                    case 1 ->
                        change("delete from sailings where id = (select min(id) from sailings where day = '%s')"
                                .formatted(day));
                    default ->
                        change("update sailings set delay = %d where day = '%s'".formatted(random.nextInt(90), day));
                }
            }
            refreshed();
            assertThat(sums("copies", "all_sailings"))
                    .describedAs("round " + round)
                    .isEqualTo(sums("harbour", "sailings"));
        }
    }

    @Test
    void aColumnThatGetsWiderIsWiderInEveryPart() throws Exception {
        cut("day:month", 1);
        refreshed();
        change("insert into sailings (day, port, delay) values ('%s', 'Ardlow', 0.125)".formatted(LocalDate.now()));
        refreshed();
        assertThat(sums("copies", "all_sailings")).isEqualTo(sums("harbour", "sailings"));
        assertThat(rows(
                                "copies",
                                "select count(distinct typeof(delay)) as kinds, min(typeof(delay)) as kind from all_sailings")
                        .toString())
                .doesNotContain("VARCHAR")
                .contains("1");
    }

    @Test
    void aSuddenLossIsKeptBackUntilSomebodyLooks() throws Exception {
        settled();
        change("delete from sailings where id % 5 <> 0");
        JsonNode kept = refreshed();
        assertThat(kept.get("last").get("state").asString()).isEqualTo("kept-back");
        assertThat(kept.get("last").get("note").asString()).contains("80 % fewer rows");
        assertThat(kept.get("content").get("rows").asInt()).isEqualTo(200);
        assertThat(kept.get("keptBack").get("rows").asInt()).isEqualTo(40);
        assertThat(rows("copies", "select count(*) as n from all_sailings").toString())
                .contains("200");

        assertThat(api.post(COPIES + "/" + copy + "/kept-back", Map.of("use", true))
                        .status())
                .isEqualTo(204);
        assertThat(rows("copies", "select count(*) as n from all_sailings").toString())
                .contains("40");
        assertThat(copy(copy).get("keptBack").get("asOf").asString()).isEmpty();
        assertThat(api.post(COPIES + "/" + copy + "/kept-back", Map.of("use", true))
                        .status())
                .isEqualTo(409);
    }

    @Test
    void viewersKeepTheLastGoodOneWhileASourceIsAway() throws Exception {
        settled();
        change("alter table sailings rename to away");
        try {
            JsonNode failed = refreshed();
            assertThat(failed.get("last").get("state").asString()).isEqualTo("due");
            assertThat(failed.get("last").get("tries").asInt()).isEqualTo(1);
            assertThat(failed.get("last").get("note").asString()).contains("sailings");
            assertThat(rows("copies", "select count(*) as n from all_sailings").toString())
                    .contains("200");
            server.part(Jobs.class).look(Instant.now().plusSeconds(30));
            assertThat(copy(copy).get("last").get("tries").asInt()).isEqualTo(1);
        } finally {
            change("alter table away rename to sailings");
        }
        server.part(Jobs.class).look(Instant.now().plusSeconds(70));
        for (int i = 0;
                i < 200 && !copy(copy).get("last").get("state").asString().equals("done");
                i++) {
            sleep();
        }
        assertThat(copy(copy).get("last").get("state").asString()).isEqualTo("done");
        assertThat(copy(copy).get("last").get("tries").asInt()).isEqualTo(2);
    }

    @Test
    void oneIsMadeAfterAnotherAndNeverInACircle() {
        settled();
        String first = copy;
        rows("copies", "select 1 as one");
        api.post(
                "/api/queries",
                Map.of(
                        "name",
                        "By port",
                        "sourceId",
                        "copies",
                        "text",
                        "select port, count(*) as n from all_sailings group by port"));
        copy = api.post(COPIES, Map.of("queryId", "by-port", "name", "Ports"))
                .json()
                .get("id")
                .asString();
        settled();
        assertThat(changed(Map.of("name", "Ports", "schedule", Map.of("after", first)))
                        .status())
                .isEqualTo(204);
        String second = copy;
        String before = copy(second).get("content").get("asOf").asString();
        copy = first;
        assertThat(changed(Map.of("schedule", Map.of("after", second))).status())
                .isEqualTo(422);
        assertThat(api.send("DELETE", COPIES + "/" + first, Map.of()).status()).isEqualTo(409);
        refreshed();
        assertThat(copy(second).get("content").get("asOf").asString()).isGreaterThan(before);
        copy = second;
        assertThat(changed(Map.of("name", "Ports")).status()).isEqualTo(204);
    }

    @Test
    void itsTimesAreSaidInWordsAndStandInTheCalendar() {
        assertThat(changed(Map.of("schedule", Map.of("every", "every weekday at 6:30", "zone", "Europe/Lisbon")))
                        .status())
                .isEqualTo(204);
        JsonNode schedule = copy(copy).get("schedule");
        assertThat(schedule.get("every").asString()).isEqualTo("every weekday at 06:30");
        assertThat(schedule.get("cron").asString()).isEqualTo("30 6 * * 1-5");
        assertThat(copy(copy).get("next").asString()).isNotEmpty();
        settled();
        changed(Map.of("schedule", Map.of("every", "every hour at :10")));
        JsonNode tomorrow = api.get(
                        "/api/projects/home/calendar?day=" + LocalDate.now().plusDays(1))
                .json()
                .get("entries");
        assertThat(tomorrow).hasSize(24);
        assertThat(tomorrow.get(0).get("state").asString()).isEqualTo("planned");
        JsonNode today = api.get("/api/projects/home/calendar").json().get("entries");
        assertThat(today.toString()).contains("\"state\":\"done\"", "\"rows\":200");
        changed(Map.of("paused", true, "schedule", Map.of("every", "every hour at :10")));
        assertThat(copy(copy).get("next").asString()).isEmpty();
        assertThat(changed(Map.of("schedule", Map.of("every", "now and then"))).status())
                .isEqualTo(422);
        assertThat(changed(Map.of("schedule", Map.of("every", "every hour", "zone", "Nowhere/Land")))
                        .status())
                .isEqualTo(422);
        assertThat(changed(Map.of("by", "day:weekday")).status()).isEqualTo(422);
    }

    @Test
    void itGoesOutAndInWithTheFilesOfTheProject() throws Exception {
        settled();
        changed(Map.of(
                "by", "day:day", "again", 2, "schedule", Map.of("every", "every hour at :10", "missed", "leave")));
        Map<String, String> files = ProjectUpload.download(server.address());
        assertThat(files.get("copies.yaml"))
                .contains("id: all-sailings", "by: day:day", "every: 10 * * * *", "missed: leave");
        assertThat(files.get("project.yaml")).doesNotContain("copies-home");
        assertThat(api.send("DELETE", COPIES + "/" + copy, Map.of()).status()).isEqualTo(204);
        assertThat(folder.resolve("files").resolve("copies-home").resolve("all_sailings"))
                .doesNotExist();
        files.put(
                "copies.yaml",
                "copies:\n- {id: behind, name: Behind, query: sailings, after: all-sailings}\n"
                        + files.get("copies.yaml").replace("copies:\n", ""));
        ProjectUpload.bringIn(server.address(), files);
        settled();
        assertThat(copy(copy).get("schedule").get("missed").asString()).isEqualTo("leave");
        assertThat(copy("behind").get("schedule").get("after").asString()).isEqualTo(copy);
        assertThat(rows("copies", "select count(*) as n from all_sailings").toString())
                .contains("200");
        assertThat(api.send("DELETE", COPIES + "/behind", Map.of()).status()).isEqualTo(204);
    }

    @Test
    void whatWasLeftHalfWayIsNoPartOfIt() throws Exception {
        settled();
        Path files = folder.resolve("files").resolve("copies-home").resolve("all_sailings");
        Path strange = files.resolve("all.99.parquet");
        Files.copy(
                files.resolve(Files.list(files)
                        .filter(file -> file.toString().endsWith(".parquet"))
                        .findFirst()
                        .orElseThrow()),
                strange);
        assertThat(rows("copies", "select count(*) as n from all_sailings").toString())
                .contains("200");
        refreshed();
        assertThat(strange).doesNotExist();
    }
}
