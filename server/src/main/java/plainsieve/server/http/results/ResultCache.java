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

    /** @param at its time @param time how long it is reused */
    record Kept(Instant at, Duration time, SharedExecution.Whole whole) {}

    /** A result that may be reused. */
    Optional<Kept> find(ResultCacheKey question) {
        return Optional.ofNullable(answers.getIfPresent(question))
                .filter(kept -> kept.at().plus(kept.time()).isAfter(clock.instant()));
    }

    void put(ResultCacheKey question, Duration time, SharedExecution.Whole whole) {
        // Former states of the project are no longer requested; they would stay in memory for their results.
        answers.asMap().keySet().removeIf(known -> known.isOfFormer(question.project()));
        answers.put(question, new Kept(clock.instant(), time, whole));
    }
}
