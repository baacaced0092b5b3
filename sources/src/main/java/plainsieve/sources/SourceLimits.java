package plainsieve.sources;

import java.time.Duration;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;

/**
 * What a source is asked to bear. Cannot exist invalid.
 *
 * @param places how many statements for rows it takes at once; more have to wait
 * @param seconds how long each of them may run; 0 leaves it to the server
 */
public record SourceLimits(int places, int seconds) {
    /** What a source bears when nothing is said of it. */
    public static final SourceLimits USUAL = new SourceLimits(8, 0);

    /** How many statements it takes beside those for rows: for lists, looks and plans. */
    public static final int PLACES_BESIDE = 3;

    private static final int MOST_PLACES = 200;
    private static final int MOST_SECONDS = 24 * 60 * 60;

    public SourceLimits {
        require(
                places >= 1 && places <= MOST_PLACES,
                "A source cannot take %,d statements at once.",
                places,
                MOST_PLACES);
        require(
                seconds >= 0 && seconds <= MOST_SECONDS,
                "A statement cannot be given %,d seconds.",
                seconds,
                MOST_SECONDS);
    }

    /** How long one statement may run: the shorter of both limits. */
    public Duration longest(Duration ofServer) {
        Duration mine = Duration.ofSeconds(seconds);
        return seconds > 0 && mine.compareTo(ofServer) < 0 ? mine : ofServer;
    }

    private static void require(boolean holds, String message, int given, int most) {
        if (!holds) {
            throw new ProblemException(
                    Problem.of("bad-source", message.formatted(given), "Write a number up to %,d.".formatted(most)));
        }
    }
}
