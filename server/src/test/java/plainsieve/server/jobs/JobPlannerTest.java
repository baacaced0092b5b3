package plainsieve.server.jobs;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import plainsieve.files.forms.ScheduleForm.MissedRuns;
import plainsieve.server.AnotherServer;
import plainsieve.server.jobs.schedules.Schedule;
import plainsieve.server.records.jobs.JobCause;
import plainsieve.server.records.jobs.JobKind;
import plainsieve.server.records.jobs.JobRecords;
import plainsieve.server.records.jobs.JobRow;
import plainsieve.server.records.jobs.JobState;

/** Due jobs are run once, also after a stop of the server or a change of its clock. */
class JobPlannerTest {
    private static final ZoneId LISBON = ZoneId.of("Europe/Lisbon");
    private static final String FAR = "9999-12-31T00:00:00Z";

    private static AnotherServer server;
    private static JobRecords records;
    private static JobPlanner jobPlanner;

    @BeforeAll
    static void start() throws Exception {
        server = AnotherServer.on(AnotherServer.folderOfFerries(), "--plainsieve.jobs=false");
        records = server.part(JobRecords.class);
        jobPlanner = server.part(JobPlanner.class);
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private final String thing = UUID.randomUUID().toString();

    private JobHandler.ScheduledJob planned(String cron, MissedRuns missed, String since) {
        return new JobHandler.ScheduledJob(
                "home", thing, new Schedule.Times(cron, LISBON, missed), Instant.parse(since));
    }

    private List<JobRow> jobs() {
        return records.between("home", "2000-01-01T00:00:00Z", FAR, 100_000).stream()
                .filter(job -> job.objectId().equals(thing))
                .toList();
    }

    private List<String> due() {
        return jobs().stream().map(JobRow::dueAt).toList();
    }

    @Test
    void frequentPollingRunsEachTimeOnce() {
        JobHandler.ScheduledJob daily = planned("30 1 * * *", MissedRuns.CATCH_UP, "2026-01-01T00:00:00Z");
        for (Instant now = Instant.parse("2026-01-01T00:00:00Z");
                now.isBefore(Instant.parse("2027-01-01T00:00:00Z"));
                now = now.plus(Duration.ofMinutes(47))) {
            jobPlanner.plan(JobKind.COPY, daily, now);
            jobPlanner.plan(JobKind.COPY, daily, now);
        }
        assertThat(due()).hasSize(365).doesNotHaveDuplicates();
        assertThat(due())
                .contains("2026-03-29T01:00:00Z", "2026-10-25T00:30:00Z")
                .doesNotContain("2026-10-25T01:30:00Z");
    }

    @Test
    void missedTimesRunOnceOrNotAtAll() {
        JobHandler.ScheduledJob caughtUp = planned("0 * * * *", MissedRuns.CATCH_UP, "2026-06-01T00:30:00Z");
        jobPlanner.plan(JobKind.COPY, caughtUp, Instant.parse("2026-06-03T10:20:00Z"));
        assertThat(due()).containsExactly("2026-06-03T10:00:00Z");
        assertThat(jobs().get(0).state()).isEqualTo(JobState.DUE);

        JobHandler.ScheduledJob left = planned("0 * * * *", MissedRuns.LEAVE, "2026-06-01T00:30:00Z");
        jobPlanner.plan(JobKind.COPY, left, Instant.parse("2026-06-05T10:20:00Z"));
        assertThat(jobs()).hasSize(2);
        assertThat(jobs().get(1).state()).isEqualTo(JobState.SKIPPED);
        jobPlanner.plan(JobKind.COPY, left, Instant.parse("2026-06-05T11:00:01Z"));
        assertThat(jobs().get(2).state()).isEqualTo(JobState.DUE);
    }

    @Test
    void timesBeforeTheDefinitionAreNotMissed() {
        jobPlanner.plan(
                JobKind.COPY,
                planned("0 6 * * *", MissedRuns.CATCH_UP, "2026-06-01T12:00:00Z"),
                Instant.parse("2026-06-01T13:00:00Z"));
        assertThat(jobs()).isEmpty();
    }

    @Test
    void clockJumpsNeitherRepeatNorDelay() {
        JobHandler.ScheduledJob hourly = planned("0 * * * *", MissedRuns.CATCH_UP, "2026-06-01T00:30:00Z");
        jobPlanner.plan(JobKind.COPY, hourly, Instant.parse("2026-06-01T05:00:10Z"));
        jobPlanner.plan(JobKind.COPY, hourly, Instant.parse("2026-06-01T03:59:00Z"));
        jobPlanner.plan(JobKind.COPY, hourly, Instant.parse("2026-06-01T05:00:20Z"));
        assertThat(due()).containsExactly("2026-06-01T05:00:00Z");
        jobPlanner.plan(JobKind.COPY, hourly, Instant.parse("2031-06-01T05:00:20Z"));
        jobPlanner.plan(JobKind.COPY, hourly, Instant.parse("2026-06-01T06:00:20Z"));
        assertThat(due()).containsExactly("2026-06-01T05:00:00Z", "2026-06-01T06:00:00Z", "2031-06-01T05:00:00Z");
    }

    @Test
    void leaseIsExclusiveUntilItExpires() {
        records.add(JobRow.due("home", JobKind.COPY, thing, "2026-06-01T05:00:00Z", JobCause.MANUAL));
        long id = jobs().get(0).id();
        assertThat(records.claim(id, "one", "2026-06-01T05:00:00Z", "2026-06-01T05:01:00Z"))
                .isEqualTo(1);
        assertThat(records.claim(id, "other", "2026-06-01T05:00:30Z", "2026-06-01T05:01:30Z"))
                .isZero();
        assertThat(records.renew(id, "one", "2026-06-01T05:02:00Z")).isEqualTo(1);
        assertThat(records.claim(id, "other", "2026-06-01T05:01:30Z", "2026-06-01T05:02:30Z"))
                .isZero();
        assertThat(records.claim(id, "other", "2026-06-01T05:02:00Z", "2026-06-01T05:03:00Z"))
                .isEqualTo(1);
        assertThat(records.renew(id, "one", "2026-06-01T05:09:00Z")).isZero();
        assertThat(records.end(jobs().get(0).ended(JobState.DONE, "2026-06-01T05:02:10Z", 5, ""), "one"))
                .isZero();
        assertThat(records.end(jobs().get(0).ended(JobState.DONE, "2026-06-01T05:02:20Z", 7, ""), "other"))
                .isEqualTo(1);
        assertThat(records.claim(id, "one", "2026-06-01T06:00:00Z", "2026-06-01T06:01:00Z"))
                .isZero();
    }

    @Test
    void oneSubjectHasOneJobAtATime() {
        records.add(JobRow.due("home", JobKind.COPY, thing, "2026-06-01T05:00:00Z", JobCause.MANUAL));
        records.add(JobRow.due("home", JobKind.COPY, thing, "2026-06-01T05:00:01Z", JobCause.MANUAL));
        records.add(JobRow.due("home", JobKind.COPY, thing, "2026-06-01T05:00:01Z", JobCause.SCHEDULE));
        assertThat(jobs()).hasSize(2);
        records.claim(jobs().get(0).id(), "one", "2026-06-01T05:00:02Z", "2026-06-01T05:01:02Z");
        assertThat(open("2026-06-01T05:00:03Z")).isEmpty();
        assertThat(open("2026-06-01T05:01:02Z")).hasSize(2);
        records.end(jobs().get(0).ended(JobState.DONE, "2026-06-01T05:00:30Z", 5, ""), "one");
        assertThat(open("2026-06-01T05:00:31Z")).hasSize(1);
    }

    private List<JobRow> open(String now) {
        return records.open(now).stream()
                .filter(job -> job.objectId().equals(thing))
                .toList();
    }
}
