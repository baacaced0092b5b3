package plainsieve.server.jobs.schedules;

import java.time.ZoneId;
import java.util.Optional;
import plainsieve.files.forms.ScheduleForm.MissedRuns;

/** When something is done automatically. */
public sealed interface Schedule {
    /** The times that it names; nothing when it names none. */
    default Optional<Times> times() {
        return Optional.empty();
    }

    /** The object after which it runs; empty if there is none. */
    default Optional<String> prerequisite() {
        return Optional.empty();
    }

    /** On request only. */
    record ByHand() implements Schedule {}

    /** After each successful run of another object of its kind. @param thing its ID */
    record After(String thing) implements Schedule {
        @Override
        public Optional<String> prerequisite() {
            return Optional.of(thing);
        }
    }

    /**
     * At scheduled times.
     *
     * @param cron five fields: minute, hour, day of the month, month, day of the week; if both days are given, both must match
     * @param zone time zone of the schedule
     * @param missed what happens to times at which this server was down
     */
    record Times(String cron, ZoneId zone, MissedRuns missed) implements Schedule {
        @Override
        public Optional<Times> times() {
            return Optional.of(this);
        }
    }
}
