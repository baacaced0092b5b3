package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Map;
import org.junit.jupiter.api.Test;
import plainsieve.server.jobs.JobRunner;
import plainsieve.server.jobs.JobTimestamps;
import plainsieve.server.records.jobs.JobKind;
import plainsieve.server.records.jobs.JobRecords;
import tools.jackson.databind.JsonNode;

/** Stored copies: created, queried as tables, scheduled, and never a mix of two refreshes. */
class StoredCopiesTest extends StoredCopyFixture {
    @Test
    void storesAndQueriesAResultAsATable() {
        settled();
        JsonNode kept = copy(copy);
        assertThat(kept.get("lastJob").get("state").asString()).isEqualTo("done");
        assertThat(kept.get("content").get("rows").asInt()).isEqualTo(200);
        assertThat(kept.get("table").asString()).isEqualTo("all_sailings");
        String source = kept.get("source").asString();
        assertThat(source).isEqualTo("copies");
        assertThat(rows(source, "select count(*) as n from all_sailings where delay >= 3")
                        .toString())
                .contains("80");
        assertThat(rows(source, "select * from all_sailings limit 1").get(0)).hasSize(4);
        assertThat(api.get("/api/v1/sent").json().toString()).contains("\"cause\":\"copy\"", "\"caller\":\"schedule\"");
    }

    @Test
    void filtersInTheCopy() {
        settled();
        api.post("/api/v1/parameters", Map.of("name", "at_least", "type", "integer"));
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
    void viewersReadTheCopyAndAuthorsTheSource() throws Exception {
        assertThat(askedFrom(copy).status()).describedAs("it was not made yet").isEqualTo(422);
        settled();
        String report = api.post("/api/v1/queries/sailings/reports", Map.of())
                .json()
                .get("id")
                .asString();
        api.post("/api/v1/projects/home/publish", Map.of("reason", "from a copy"));
        String view = api.get("/api/v1/reports/" + report)
                .json()
                .findValues("views")
                .get(0)
                .findValuesAsString("id")
                .get(0);
        assertThat(askedFrom(copy).json().get("storedCopy").asString()).isEqualTo(copy);
        try {
            change("alter table sailings rename to away");
            Api.Answer seen = api.runView(report, view, Map.of());
            assertThat(seen.last().get("event").asString())
                    .describedAs(seen.failure())
                    .isEqualTo("done");
            assertThat(seen.lines().get(0).toString()).contains("all_sailings").doesNotContain("from sailings");
            assertThat(api.runDraft("sailings", ALL, Map.of()).failure()).contains("sailings");
            assertThat(refreshed().get("lastJob").get("message").asString()).contains("sailings");
            assertThat(api.send("DELETE", COPIES + "/" + copy, Map.of()).status())
                    .isEqualTo(409);
            assertThat(ProjectUpload.download(server.address()).get("project.yaml"))
                    .contains("stored-copy: all-sailings");
            askedFrom("");
            assertThat(api.runView(report, view, Map.of()).failure()).contains("sailings");
        } finally {
            change("alter table away rename to sailings");
            askedFrom("");
        }
    }

    @Test
    void copyIsNotUsedForAChosenSource() {
        settled();
        api.post("/api/v1/parameters", Map.of("name", "at_most", "type", "integer"));
        int version = api.get("/api/v1/queries/sailings").json().get("version").asInt();
        askedFrom(copy);
        Api.Answer draft = api.send(
                "PATCH",
                "/api/v1/queries/sailings",
                Map.of("text", ALL + " where delay <= :at_most", "version", version + 1));
        Api.Answer live = api.post(
                "/api/v1/queries/sailings/publish",
                Map.of("version", draft.json().get("version").asInt()));
        assertThat(live.json().get("options").get("liveParameters").toString()).contains("at_most");
        askedFrom("");
        Api.Answer refused = askedFrom(copy);
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.failure()).contains(":at_most", "one result");
        version = api.get("/api/v1/queries/sailings").json().get("version").asInt();
        api.send("PATCH", "/api/v1/queries/sailings", Map.of("text", ALL, "version", version));
        api.post("/api/v1/queries/sailings/publish", Map.of("version", version + 1));
    }

    private static Api.Answer askedFrom(String copy) {
        int version = api.get("/api/v1/queries/sailings").json().get("version").asInt();
        return api.send("PATCH", "/api/v1/queries/sailings", Map.of("storedCopy", copy, "version", version));
    }

    @Test
    void nameMayBeginWithADigit() {
        settled();
        for (String id : new String[] {"copy-2026-sailings", "copy-2026-sailings-2"}) {
            Api.Answer made = api.post(COPIES, Map.of("query", "sailings", "name", "2026 sailings"));
            assertThat(made.json().get("id").asString()).isEqualTo(id);
        }
        settled();
        assertThat(rows("copies", "select count(*) as n from copy_2026_sailings_2")
                        .toString())
                .contains("200");
    }

    @Test
    void suddenLossOfRowsRequiresConfirmation() throws Exception {
        settled();
        change("delete from sailings where id % 5 <> 0");
        JsonNode kept = refreshed();
        assertThat(kept.get("lastJob").get("state").asString()).isEqualTo("held");
        assertThat(kept.get("lastJob").get("message").asString()).contains("80 % fewer rows");
        assertThat(kept.get("content").get("rows").asInt()).isEqualTo(200);
        assertThat(kept.get("heldResult").get("rows").asInt()).isEqualTo(40);
        assertThat(rows("copies", "select count(*) as n from all_sailings").toString())
                .contains("200");

        assertThat(api.post(COPIES + "/" + copy + "/held-result", Map.of("accept", true))
                        .status())
                .isEqualTo(204);
        assertThat(rows("copies", "select count(*) as n from all_sailings").toString())
                .contains("40");
        assertThat(copy(copy).get("heldResult").get("asOf").asString()).isEmpty();
        assertThat(api.post(COPIES + "/" + copy + "/held-result", Map.of("accept", true))
                        .status())
                .isEqualTo(409);
    }

    @Test
    void viewersKeepTheLastCopyDuringAnOutage() throws Exception {
        settled();
        change("alter table sailings rename to away");
        try {
            JsonNode failed = refreshed();
            assertThat(failed.get("lastJob").get("state").asString()).isEqualTo("due");
            assertThat(failed.get("lastJob").get("attempts").asInt()).isEqualTo(1);
            assertThat(failed.get("lastJob").get("message").asString()).contains("sailings");
            assertThat(rows("copies", "select count(*) as n from all_sailings").toString())
                    .contains("200");
            server.part(JobRunner.class).runDue(Instant.now().plusSeconds(30));
            assertThat(copy(copy).get("lastJob").get("attempts").asInt()).isEqualTo(1);
        } finally {
            change("alter table away rename to sailings");
        }
        server.part(JobRunner.class).runDue(Instant.now().plusSeconds(70));
        Waiting.until(() -> copy(copy).get("lastJob").get("state").asString().equals("done"));
        assertThat(copy(copy).get("lastJob").get("attempts").asInt()).isEqualTo(2);
    }

    @Test
    void refreshesInDependencyOrderWithoutCycles() {
        settled();
        String first = copy;
        rows("copies", "select 1 as one");
        api.post(
                "/api/v1/queries",
                Map.of(
                        "name",
                        "By port",
                        "source",
                        "copies",
                        "text",
                        "select port, count(*) as n from all_sailings group by port"));
        copy = api.post(COPIES, Map.of("query", "by-port", "name", "Ports"))
                .json()
                .get("id")
                .asString();
        settled();
        assertThat(changed(Map.of("name", "Ports", "schedule", Map.of("after", first)))
                        .status())
                .isEqualTo(200);
        String second = copy;
        String before = copy(second).get("content").get("asOf").asString();
        copy = first;
        assertThat(changed(Map.of("schedule", Map.of("after", second))).status())
                .isEqualTo(422);
        assertThat(api.send("DELETE", COPIES + "/" + first, Map.of()).status()).isEqualTo(409);
        refreshed();
        assertThat(copy(second).get("content").get("asOf").asString()).isGreaterThan(before);
        copy = second;
        assertThat(changed(Map.of("name", "Ports")).status()).isEqualTo(200);
    }

    @Test
    void scheduleIsDescribedAndShownInTheCalendar() {
        assertThat(changed(Map.of("schedule", Map.of("every", "every weekday at 6:30", "timeZone", "Europe/Lisbon")))
                        .status())
                .isEqualTo(200);
        JsonNode schedule = copy(copy).get("schedule");
        assertThat(schedule.get("every").asString()).isEqualTo("every weekday at 06:30");
        assertThat(schedule.get("cron").asString()).isEqualTo("30 6 * * 1-5");
        assertThat(copy(copy).get("nextRun").asString()).isNotEmpty();
        settled();
        changed(Map.of("schedule", Map.of("every", "every hour at :10")));
        JsonNode tomorrow = api.get(
                        "/api/v1/projects/home/calendar?day=" + LocalDate.now().plusDays(1))
                .json()
                .get("entries");
        assertThat(tomorrow).hasSize(24);
        assertThat(tomorrow.get(0).get("state").asString()).isEqualTo("planned");
        JsonNode today = api.get("/api/v1/projects/home/calendar").json().get("entries");
        assertThat(today.toString()).contains("\"state\":\"done\"", "\"rows\":200");
        changed(Map.of("paused", true, "schedule", Map.of("every", "every hour at :10")));
        assertThat(copy(copy).get("nextRun").asString()).isEmpty();
        assertThat(changed(Map.of("schedule", Map.of("every", "now and then"))).status())
                .isEqualTo(422);
        assertThat(changed(Map.of("schedule", Map.of("every", "every hour", "timeZone", "Nowhere/Land")))
                        .status())
                .isEqualTo(422);
        assertThat(changed(Map.of("partitionBy", "day:weekday")).status()).isEqualTo(422);
    }

    @Test
    void isExportedAndImported() throws Exception {
        settled();
        changed(Map.of(
                "partitionBy",
                "day:day",
                "refreshedPartitions",
                2,
                "schedule",
                Map.of("every", "every hour at :10", "missedRuns", "leave")));
        Map<String, String> files = ProjectUpload.download(server.address());
        assertThat(files.get("copies.yaml"))
                .contains("id: all-sailings", "partition-by: day:day", "cron: 10 * * * *", "missed-runs: leave");
        assertThat(files.get("project.yaml")).doesNotContain("copies-home");
        assertThat(api.send("DELETE", COPIES + "/" + copy, Map.of()).status()).isEqualTo(204);
        assertThat(folder.resolve("files").resolve("copies-home").resolve("all_sailings"))
                .doesNotExist();
        files.put(
                "copies.yaml",
                "copies:\n- {id: behind, name: Behind, query: sailings, schedule: {after: all-sailings}}\n"
                        + files.get("copies.yaml").replace("copies:\n", ""));
        ProjectUpload.importProject(server.address(), files);
        settled();
        assertThat(copy(copy).get("schedule").get("missedRuns").asString()).isEqualTo("leave");
        assertThat(copy("behind").get("schedule").get("after").asString()).isEqualTo(copy);
        assertThat(rows("copies", "select count(*) as n from all_sailings").toString())
                .contains("200");
        assertThat(api.send("DELETE", COPIES + "/behind", Map.of()).status()).isEqualTo(204);
    }

    @Test
    void repeatedCrashesSuspendTheRefresh() {
        settled();
        JobRecords records = server.part(JobRecords.class);
        api.post(COPIES + "/" + copy + "/refresh", Map.of());
        long job = records.latest("home", JobKind.COPY, copy).orElseThrow().id();
        for (int i = 1; i <= 3; i++) {
            Instant now = Instant.now().plusSeconds(10L * i);
            assertThat(records.claim(job, "gone", JobTimestamps.of(now), JobTimestamps.of(now.plusSeconds(1))))
                    .isEqualTo(1);
        }
        server.part(JobRunner.class).runDue(Instant.now().plusSeconds(60));
        Waiting.until(() -> copy(copy).get("lastJob").get("state").asString().equals("failed"));
        assertThat(copy(copy).get("lastJob").get("message").asString()).contains("started 3 times");
    }

    @Test
    void removingAProjectRemovesItsCopies() {
        String id = api.post("/api/v1/projects", Map.of("name", "Short lived"))
                .json()
                .get("id")
                .asString();
        String project = "/api/v1/projects/" + id;
        api.post(project + "/queries", Map.of("name", "Sailings", "source", "harbour", "text", ALL));
        String made = api.post(project + "/stored-copies", Map.of("query", "sailings", "name", "Few"))
                .json()
                .get("id")
                .asString();
        Path files = folder.resolve("files").resolve("copies-" + id);
        assertThat(files).exists();
        api.send("DELETE", project + "/stored-copies/" + made, Map.of());
        api.send("DELETE", project + "/queries/sailings", Map.of());
        assertThat(api.send("DELETE", project, Map.of()).status()).isEqualTo(204);
        assertThat(files).doesNotExist();
        assertThat(api.get("/api/v1/sources").json().toString()).doesNotContain("copies-" + id);
        assertThat(folder.resolve("files").resolve("copies-home")).exists();
    }

    @Test
    void incompleteFilesAreIgnored() throws Exception {
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
