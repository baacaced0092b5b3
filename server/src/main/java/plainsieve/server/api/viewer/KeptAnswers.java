package plainsieve.server.api.viewer;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.springframework.stereotype.Component;
import plainsieve.server.project.HowAsked;

/**
 * Answers of queries that reports ask only every so often. They are here alone, so that a start, a change of the project or of
 * a source, and whatever else needs the room asks anew.
 */
@Component
class KeptAnswers {
    private static final long MOST_BYTES = 32L << 20;

    private final Clock clock;
    private final Cache<SameQuestion, Kept> answers = Caffeine.newBuilder()
            .maximumWeight(MOST_BYTES)
            .weigher((SameQuestion question, Kept kept) -> kept.whole().bytes())
            .expireAfterWrite(Duration.ofSeconds(HowAsked.MOST_KEPT_SECONDS))
            .build();

    KeptAnswers(Clock clock) {
        this.clock = clock;
    }

    /** @param at when it had come */
    record Kept(Instant at, SharedRun.Whole whole) {}

    /** An answer that is no older. */
    Optional<Kept> find(SameQuestion question, Duration atMost) {
        return Optional.ofNullable(answers.getIfPresent(question))
                .filter(kept -> kept.at().plus(atMost).isAfter(clock.instant()));
    }

    void keep(SameQuestion question, SharedRun.Whole whole) {
        answers.put(question, new Kept(clock.instant(), whole));
    }
}
