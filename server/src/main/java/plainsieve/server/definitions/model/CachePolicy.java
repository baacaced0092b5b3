package plainsieve.server.definitions.model;

import java.time.Duration;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;

/**
 * Whether reports query the source each time, reuse cached results, or read a stored copy. The bench always queries the source.
 */
public sealed interface CachePolicy {
    /** Longer than this nothing is taken again; what may be older is a stored copy. */
    int MOST_KEPT_SECONDS = 3_600;

    /** The source. */
    record EachTime() implements CachePolicy {}

    /** The source, but what it said is taken for as long again. @param time more than nothing */
    record AtMostEvery(Duration time) implements CachePolicy {}

    /** A stored copy of its answer. @param id of the copy */
    record StoredCopy(String id) implements CachePolicy {}

    /**
     * As it is kept: both empty for each time.
     *
     * @param copy the id of one; it counts for more
     * @throws ProblemException when answers were to be kept for longer than an hour, or for less than nothing
     */
    static CachePolicy of(String copy, int keptSeconds) {
        if (!copy.isEmpty()) {
            return new StoredCopy(copy);
        }
        if (keptSeconds < 0 || keptSeconds > MOST_KEPT_SECONDS) {
            throw new ProblemException(Problem.of(
                    "bad-kept-seconds",
                    "Results cannot be cached for %d seconds.".formatted(keptSeconds),
                    "Use 0 to %d seconds, or a stored copy for older results.".formatted(MOST_KEPT_SECONDS)));
        }
        return keptSeconds > 0 ? new AtMostEvery(Duration.ofSeconds(keptSeconds)) : new EachTime();
    }

    /** The id of the stored copy; empty where none is asked. */
    default String copy() {
        return this instanceof StoredCopy stored ? stored.id() : "";
    }

    /** For how long an answer is taken again; nothing where it is not. */
    default Duration kept() {
        return this instanceof AtMostEvery often ? often.time() : Duration.ZERO;
    }

    default int keptSeconds() {
        return Math.toIntExact(kept().toSeconds());
    }
}
