package plainsieve.server.jobs.schedules;

import java.time.ZoneId;
import java.util.Optional;

/**
 * A schedule as project files write it.
 *
 * @param every a line of five fields; empty where it has no times
 * @param zone in which they are meant, a name of the IANA database
 * @param missed leave, where times that were missed are left out; empty where they are caught up
 * @param after the id of the thing behind which it is done; empty for none
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
