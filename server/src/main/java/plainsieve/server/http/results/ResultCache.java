package plainsieve.server.http.results;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.Expiry;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.springframework.stereotype.Component;

/**
 * Cached results of queries with a cache policy. In memory only, so that restarts and changes of the project or source clear it.
 */
@Component
class ResultCache {
    private static final long MOST_BYTES = 32L << 20;

    private final Clock clock;
    private final Cache<ResultCacheKey, Kept> answers = Caffeine.newBuilder()
            .maximumWeight(MOST_BYTES)
            .weigher((ResultCacheKey question, Kept kept) -> kept.whole().bytes())
            .expireAfter(Expiry.writing((ResultCacheKey question, Kept kept) -> kept.time()))
            .build();

    ResultCache(Clock clock) {
        this.clock = clock;
    }

    /** @param at when it had come @param time for how long it is taken again */
    record Kept(Instant at, Duration time, SharedExecution.Whole whole) {}

    /** An answer that may be taken again still. */
    Optional<Kept> find(ResultCacheKey question) {
        return Optional.ofNullable(answers.getIfPresent(question))
                .filter(kept -> kept.at().plus(kept.time()).isAfter(clock.instant()));
    }

    void keep(ResultCacheKey question, Duration time, SharedExecution.Whole whole) {
        // No one asks in a former state of the project any more; it would stay in memory for its answers' sake.
        answers.asMap().keySet().removeIf(known -> known.isOfFormer(question.project()));
        answers.put(question, new Kept(clock.instant(), time, whole));
    }
}
