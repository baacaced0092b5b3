package plainsieve.server.jobs.schedules;

import java.time.ZoneId;
import java.util.Optional;

/** When something is done automatically. */
public sealed interface Schedule {
    /** The times that it names; nothing when it names none. */
    default Optional<Times> times() {
        return Optional.empty();
    }

    /** The thing behind which it is done; nothing when it is behind none. */
    default Optional<String> prerequisite() {
        return Optional.empty();
    }

    /** Only when someone asks for it. */
    record ByHand() implements Schedule {}

    /** Each time that something else of its kind is done well. @param thing its id */
    record After(String thing) implements Schedule {
        @Override
        public Optional<String> prerequisite() {
            return Optional.of(thing);
        }
    }

    /**
     * At times of a calendar.
     *
     * @param cron five fields: minute, hour, day of the month, month, day of the week; where both days are stated, both must hold
     * @param zone in which those times are meant
     * @param missed what becomes of a time at which this server did not run
     */
    record Times(String cron, ZoneId zone, Missed missed) implements Schedule {
        @Override
        public Optional<Times> times() {
            return Optional.of(this);
        }
    }

    /** What becomes of times that have gone by. */
    enum Missed {
        /** Done once, however many they were. */
        CATCH_UP,
        /** Left out: the next time will do. */
        LEAVE
    }
}
