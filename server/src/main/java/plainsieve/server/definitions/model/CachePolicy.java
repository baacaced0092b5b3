package plainsieve.server.definitions.model;

import java.time.Duration;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;

/**
 * Whether reports query the source each time, reuse cached results, or read a stored copy. The bench always queries the source.
 */
public sealed interface CachePolicy {
    /** The maximum age of reused results; stored copies may be older. */
    int MOST_KEPT_SECONDS = 3_600;

    /** The source. */
    record EachTime() implements CachePolicy {}

    /** The source, whose results are reused. @param time positive */
    record AtMostEvery(Duration time) implements CachePolicy {}

    /** A stored copy of its answer. @param id of the copy */
    record StoredCopy(String id) implements CachePolicy {}

    /**
     * From stored fields: both empty to query the source each time.
     *
     * @param copy the ID of a stored copy; takes precedence
     * @throws ProblemException if results were to be reused for more than an hour, or a negative time
     */
    static CachePolicy of(String copy, int keptSeconds) {
        if (!copy.isEmpty()) {
            return new StoredCopy(copy);
        }
        if (keptSeconds < 0 || keptSeconds > MOST_KEPT_SECONDS) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_QUERY,
                    "Results cannot be cached for %d seconds.".formatted(keptSeconds),
                    "Use 0 to %d seconds, or a stored copy for older results.".formatted(MOST_KEPT_SECONDS)));
        }
        return keptSeconds > 0 ? new AtMostEvery(Duration.ofSeconds(keptSeconds)) : new EachTime();
    }

    /** The ID of the stored copy; empty if there is none. */
    default String copy() {
        return this instanceof StoredCopy stored ? stored.id() : "";
    }

    /** How long a result is reused; zero if it is not. */
    default Duration cacheTime() {
        return this instanceof AtMostEvery often ? often.time() : Duration.ZERO;
    }

    default int keptSeconds() {
        return Math.toIntExact(cacheTime().toSeconds());
    }
}
