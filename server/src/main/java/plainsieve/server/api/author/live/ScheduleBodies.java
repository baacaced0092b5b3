package plainsieve.server.api.author.live;

import io.swagger.v3.oas.annotations.media.Schema;
import java.time.DateTimeException;
import java.time.ZoneId;
import java.util.Optional;
import plainsieve.core.value.Keyword;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.server.body.Absent;
import plainsieve.server.jobs.schedules.Schedule;
import plainsieve.server.jobs.schedules.ScheduleDescription;
import plainsieve.server.records.jobs.JobRow;

/** A job as JSON: its times and outcome. */
final class ScheduleBodies {
    private ScheduleBodies() {}

    /**
     * When a job runs automatically.
     *
     * @param every as text or as a cron expression; empty without a schedule
     * @param cron the cron expression
     * @param timeZone an IANA name; the server's own if empty
     * @param after the ID of the stored copy after which it runs; empty for none
     */
    record ScheduleBody(String every, String cron, String timeZone, Schedule.Missed missedRuns, String after) {
        ScheduleBody {
            every = Absent.orEmpty(every);
            cron = Absent.orEmpty(cron);
            timeZone = Absent.orEmpty(timeZone);
            missedRuns = missedRuns == null ? Schedule.Missed.CATCH_UP : missedRuns;
            after = Absent.orEmpty(after);
        }

        static ScheduleBody of(Schedule schedule) {
            String after = schedule.prerequisite().orElse("");
            return schedule.times()
                    .map(times -> new ScheduleBody(
                            ScheduleDescription.describe(times.cron()),
                            times.cron(),
                            times.zone().getId(),
                            times.missed(),
                            ""))
                    .orElseGet(() -> new ScheduleBody("", "", "", Schedule.Missed.CATCH_UP, after));
        }

        Schedule toSchedule(ZoneId usual) {
            if (!every.isEmpty()) {
                return new Schedule.Times(
                        ScheduleDescription.cron(every), timeZone.isEmpty() ? usual : inZone(), missedRuns);
            }
            return after.isEmpty() ? new Schedule.ByHand() : new Schedule.After(after);
        }

        private ZoneId inZone() {
            try {
                return ZoneId.of(timeZone);
            } catch (DateTimeException e) {
                throw new ProblemException(Problem.of(
                        "bad-zone",
                        "Unknown time zone “%s”.".formatted(timeZone),
                        "Write one such as Europe/Lisbon or UTC."));
            }
        }
    }

    /** The last time that it was done or tried. @param at ISO 8601; empty for never. @param state empty if it was never done. @param rows rows, or mails */
    record LastJob(
            String at,

            @Schema(allowableValues = {"", "due", "running", "done", "held", "failed", "skipped"})
            String state,

            int attempts,
            long rows,
            String message) {
        static LastJob of(Optional<JobRow> job) {
            return job.map(row -> new LastJob(
                            row.endedAt().isEmpty() ? row.startedAt() : row.endedAt(),
                            Keyword.of(row.state()),
                            row.attempts(),
                            row.rows(),
                            row.message()))
                    .orElse(new LastJob("", "", 0, 0, ""));
        }
    }
}
