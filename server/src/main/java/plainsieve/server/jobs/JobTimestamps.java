package plainsieve.server.jobs;

import java.time.Instant;
import java.time.temporal.ChronoUnit;

/** Timestamps of jobs in whole seconds, so that their text sorts chronologically. */
public final class JobTimestamps {
    private JobTimestamps() {}

    public static String of(Instant moment) {
        return moment.truncatedTo(ChronoUnit.SECONDS).toString();
    }
}
