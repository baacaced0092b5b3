package plainsieve.server.jobs;

import java.time.Instant;
import java.time.temporal.ChronoUnit;

/** Moments as jobs keep them: of whole seconds, so that their text sorts as time does. */
public final class JobTimestamps {
    private JobTimestamps() {}

    public static String of(Instant moment) {
        return moment.truncatedTo(ChronoUnit.SECONDS).toString();
    }
}
