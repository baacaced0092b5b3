package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** The age of a report's data: by a column that the author names, and by the stored copies it reads. */
class DataAgeTest {
    private static AnotherServer server;
    private static Api api;

    @BeforeAll
    static void start() throws Exception {
        server = AnotherServer.on(AnotherServer.folderOfFerries());
        api = server.api();
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private static JsonNode age(String report) {
        return api.post("/api/v1/reports/" + report + "/data-age", Map.of()).json();
    }

    private static String given(String name, String source, String text) {
        String query = api.post("/api/v1/queries", Map.of("name", name, "source", source, "text", text))
                .json()
                .get("id")
                .asString();
        String report = api.post("/api/v1/queries/" + query + "/reports", Map.of())
                .json()
                .get("id")
                .asString();
        give(report);
        return report;
    }

    private static void give(String report) {
        assertThat(api.post(making(report) + "/publish", Map.of("version", version(report)))
                        .status())
                .isEqualTo(200);
    }

    private static String making(String report) {
        return "/api/v1/reports/" + report + "/editor";
    }

    private static int version(String report) {
        return api.get(making(report)).json().get("report").get("version").asInt();
    }

    private static Api.Answer take(String report, String mark, String taken) {
        return api.send(
                "PUT",
                making(report) + "/marks",
                Map.of("object", "opening", "mark", mark, "option", taken, "seen", "", "version", version(report)));
    }

    @Test
    void newestValueIsIndependentOfChoices() {
        api.post("/api/v1/parameters", Map.of("name", "most_late", "type", "integer"));
        String report =
                given("Ages", "ferries", "select departed_at, delay_min from crossings where delay_min <= :most_late");
        assertThat(age(report).get("newest").asString()).isEmpty();
        assertThat(take(report, "age", "ages/departed_at").status()).isEqualTo(200);
        assertThat(take(report, "late", "26 hours").status()).isEqualTo(200);
        assertThat(age(report).get("newest").asString())
                .describedAs("not given yet")
                .isEmpty();
        give(report);
        String newest = api.runDraft(
                        "ages",
                        "select max(departed_at) as m from crossings where delay_min is not null or true",
                        Map.of())
                .rows()
                .get(0)
                .get(0)
                .asString();
        assertThat(age(report).get("newest").asString()).isEqualTo(newest.replace(' ', 'T'));
        assertThat(age(report).get("late").asBoolean()).isTrue();
        assertThat(api.send("DELETE", "/api/v1/queries/ages", Map.of()).status())
                .isEqualTo(409);
    }

    @Test
    void dataOfTodayIsNotLate() {
        String report = given("Fresh", "ferries", "select current_date as day, count(*) as n from ports group by 1");
        take(report, "age", "fresh/day");
        take(report, "late", "1");
        give(report);
        assertThat(age(report).get("newest").asString())
                .isEqualTo(LocalDate.now().toString());
        assertThat(age(report).get("late").asBoolean()).isFalse();
    }

    @Test
    void storedCopyReportsItsAge() throws Exception {
        api.post("/api/v1/queries", Map.of("name", "All ports", "source", "ferries", "text", "select name from ports"));
        api.post("/api/v1/stored-copies", Map.of("query", "all-ports", "name", "Ports kept"));
        Waiting.until(() -> !api.get("/api/v1/stored-copies")
                .json()
                .get(0)
                .get("content")
                .get("asOf")
                .asString()
                .isEmpty());
        String report = given("On the copy", "copies", "select name from ports_kept");
        assertThat(age(report).get("copiedAt").asString())
                .isEqualTo(api.get("/api/v1/stored-copies")
                        .json()
                        .get(0)
                        .get("content")
                        .get("asOf")
                        .asString());
        assertThat(age("late-crossings").get("copiedAt").asString()).isEmpty();
    }

    @Test
    void requiresADateColumn() {
        String report = given("No days", "ferries", "select name from ports");
        assertThat(take(report, "age", "no-days/name").status()).isEqualTo(422);
    }
}
