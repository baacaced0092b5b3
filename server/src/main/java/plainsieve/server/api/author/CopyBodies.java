package plainsieve.server.api.author;

import java.time.DateTimeException;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.server.api.body.Absent;
import plainsieve.server.copies.Copies;
import plainsieve.server.records.JobRow;
import plainsieve.server.schedules.Schedule;
import plainsieve.server.schedules.ScheduleWords;

/** Stored copies on the wire. */
final class CopyBodies {
    private CopyBodies() {}

    /**
     * When a copy is made anew.
     *
     * @param every in words or as a line of five fields; empty where it has no times
     * @param cron the same as a line
     * @param zone a name of the IANA database; the server's own when empty
     * @param missed catch-up or leave
     * @param after the id of the copy behind which it is; empty for none
     */
    record ScheduleBody(String every, String cron, String zone, String missed, String after) {
        ScheduleBody {
            every = Absent.orEmpty(every);
            cron = Absent.orEmpty(cron);
            zone = Absent.orEmpty(zone);
            missed = Absent.orElse(missed, CATCH_UP);
            after = Absent.orEmpty(after);
        }

        private static final String CATCH_UP = "catch-up";
        private static final String LEAVE = "leave";

        static ScheduleBody of(Schedule schedule) {
            String after = schedule.behind().orElse("");
            return schedule.times()
                    .map(times -> new ScheduleBody(
                            ScheduleWords.say(times.cron()),
                            times.cron(),
                            times.zone().getId(),
                            times.missed() == Schedule.Missed.LEAVE ? LEAVE : CATCH_UP,
                            ""))
                    .orElseGet(() -> new ScheduleBody("", "", "", CATCH_UP, after));
        }

        Schedule toSchedule(ZoneId usual) {
            if (!every.isEmpty()) {
                Schedule.Missed what = missed.equals(LEAVE) ? Schedule.Missed.LEAVE : Schedule.Missed.CATCH_UP;
                return new Schedule.Times(ScheduleWords.cron(every), zone.isEmpty() ? usual : inZone(), what);
            }
            return after.isEmpty() ? new Schedule.ByHand() : new Schedule.After(after);
        }

        private ZoneId inZone() {
            try {
                return ZoneId.of(zone);
            } catch (DateTimeException e) {
                throw new ProblemException(Problem.of(
                        "bad-zone",
                        "“%s” is no time zone.".formatted(zone),
                        "Write one such as Europe/Lisbon or UTC."));
            }
        }
    }

    /** What is in it. @param asOf ISO 8601; empty for nothing. @param days the columns that it could be cut by */
    record Content(String asOf, long rows, int parts, List<String> days) {
        static Content of(Optional<Copies.State> state) {
            return state.map(known -> new Content(known.asOf().toString(), known.rows(), known.parts(), known.days()))
                    .orElse(new Content("", 0, 0, List.of()));
        }
    }

    /** The last time that it was made or tried. @param at ISO 8601; empty for never. @param state due, running, done, kept-back, failed, left */
    record LastJob(String at, String state, int tries, String note) {
        static LastJob of(Optional<JobRow> job) {
            return job.map(row -> new LastJob(
                            row.endedAt().isEmpty() ? row.startedAt() : row.endedAt(),
                            row.state(),
                            row.tries(),
                            row.note()))
                    .orElse(new LastJob("", "", 0, ""));
        }
    }

    /**
     * A copy.
     *
     * @param opensWith the parameters of the query: they have what they open with for viewers
     * @param table what queries call it
     * @param source which source they ask
     * @param by the column that it is cut by, and the stretch behind a colon; empty for whole
     * @param again how many of the last parts are asked for each time
     * @param keptBack what waits for somebody to look at it
     * @param next ISO 8601; empty where no time is known
     */
    record CopyBody(
            String id,
            String name,
            String queryId,
            List<String> opensWith,
            String table,
            String source,
            String by,
            int again,
            ScheduleBody schedule,
            boolean paused,
            int version,
            Content content,
            Content keptBack,
            LastJob last,
            String next) {}
}
