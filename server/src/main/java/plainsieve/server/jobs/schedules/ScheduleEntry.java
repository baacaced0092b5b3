package plainsieve.server.jobs.schedules;

import java.time.ZoneId;
import java.util.Optional;

/**
 * A schedule in project files.
 *
 * @param every a cron expression with five fields; empty without a schedule
 * @param zone time zone, an IANA name
 * @param missed leave to skip missed runs; empty to catch up
 * @param after the ID of the object after which it runs; empty for none
 */
public record ScheduleEntry(String every, String zone, String missed, String after) {
    private static final String LEAVE = "leave";

    public static ScheduleEntry of(Schedule schedule) {
        Optional<Schedule.Times> times = schedule.times();
        return new ScheduleEntry(
                times.map(Schedule.Times::cron).orElse(""),
                times.map(said -> said.zone().getId()).orElse(""),
                times.filter(said -> said.missed() == Schedule.Missed.LEAVE)
                        .map(said -> LEAVE)
                        .orElse(""),
                schedule.prerequisite().orElse(""));
    }

    public Schedule read() {
        if (!every.isEmpty()) {
            Schedule.Missed left = missed.equals(LEAVE) ? Schedule.Missed.LEAVE : Schedule.Missed.CATCH_UP;
            return new Schedule.Times(every, ZoneId.of(zone), left);
        }
        return after.isEmpty() ? new Schedule.ByHand() : new Schedule.After(after);
    }
}
