package plainsieve.server.project;

import java.time.Duration;

/** What viewers' reports ask for the rows of a query. Those who make something of it ask the source, each time. */
public sealed interface HowAsked {
    /** Longer than this nothing is taken again; what may be older is a stored copy. */
    int MOST_KEPT_SECONDS = 3_600;

    /** The source. */
    record EachTime() implements HowAsked {}

    /** The source, but what it said is taken for as long again. @param time more than nothing */
    record AtMostEvery(Duration time) implements HowAsked {}

    /** A stored copy of its answer. @param id of the copy */
    record StoredCopy(String id) implements HowAsked {}

    /** As it is kept: both empty for each time. @param copy the id of one; it counts for more */
    static HowAsked of(String copy, int keptSeconds) {
        if (!copy.isEmpty()) {
            return new StoredCopy(copy);
        }
        return keptSeconds > 0
                ? new AtMostEvery(Duration.ofSeconds(Math.min(keptSeconds, MOST_KEPT_SECONDS)))
                : new EachTime();
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
