package plainsieve.server.sources.lists;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HexFormat;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Executor;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicInteger;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;
import plainsieve.core.statement.Statement;
import plainsieve.server.definitions.forms.StoredForms;
import plainsieve.server.records.sent.CachedListRecords;
import plainsieve.server.records.sent.CachedListRow;
import plainsieve.server.runtime.execution.ServerExecutors;
import plainsieve.server.sources.sent.SentValues;
import plainsieve.sources.SourceFailure;

/**
 * Cached value lists on disk, shared by all callers. A stale list is returned immediately and refreshed in the background;
 * concurrent requests for one list share a statement.
 */
@Service
class ListCache {
    private static final Logger LOG = LoggerFactory.getLogger(ListCache.class);
    private static final int MOST_KEPT = 2_000;
    private static final int MOST_VALUES_IN_MEMORY = 500_000;
    /** After a start. Long ones are loaded on demand: together they would be tens of megabytes. */
    private static final int MOST_REMEMBERED = 50;

    private static final int LONGEST_REMEMBERED = 100_000;
    private static final int PRUNE_EVERY = 100;

    /** Longer than any statement timeout: a list that has not arrived by then will not arrive. */
    private static final Duration MAX_WAIT = Duration.ofMinutes(30);

    /** The precision of the last use: not every use is worth a write. */
    private static final Duration USE_WRITTEN_EVERY = Duration.ofMinutes(10);

    private static final Duration OF_ONE_PAGE = Duration.ofSeconds(20);

    /** Leaves the source to visible rows first; pages request the refreshed list after this delay. */
    private static final long REFRESHED_AFTER_MILLIS = 250;

    private final ListQueries queries;
    private final CachedListRecords records;
    private final StoredForms forms;
    private final Clock clock;
    private final Map<String, CompletableFuture<CachedList>> underWay = new ConcurrentHashMap<>();
    private final Cache<String, CachedList> inMemory = Caffeine.newBuilder()
            .maximumWeight(MOST_VALUES_IN_MEMORY)
            .weigher((String id, CachedList list) -> list.values().size() + 1)
            .build();
    private final Cache<String, Boolean> useWritten = Caffeine.newBuilder()
            .expireAfterWrite(USE_WRITTEN_EVERY)
            .maximumSize(MOST_KEPT)
            .build();
    private final AtomicInteger asked = new AtomicInteger();
    private final ExecutorService asking;
    private final Executor soon;

    ListCache(
            ListQueries queries, CachedListRecords records, StoredForms forms, ServerExecutors executors, Clock clock) {
        this.asking = executors.lookups();
        this.soon = CompletableFuture.delayedExecutor(REFRESHED_AFTER_MILLIS, TimeUnit.MILLISECONDS, asking);
        this.queries = queries;
        this.records = records;
        this.forms = forms;
        this.clock = clock;
    }

    /** @param refreshing whether it is being queried again */
    record CacheHit(CachedList list, boolean refreshing) {}

    /** The list if it is fresh; otherwise the stale one while it is being refreshed. */
    CacheHit get(ListQueries.Prepared list, Duration fresh) {
        String id = id(list);
        Optional<CachedList> last = last(id);
        if (last.isEmpty() || fresh.isZero()) {
            return new CacheHit(join(load(id, list)), false);
        }
        used(id);
        boolean old = isOld(last.get(), fresh);
        if (old) {
            soon.execute(() -> refreshIfStale(id, list, fresh));
        }
        return new CacheHit(last.get(), old);
    }

    private boolean isOld(CachedList list, Duration fresh) {
        return list.queriedAt().plus(fresh).isBefore(clock.instant());
    }

    /* Others may have refreshed it meanwhile: then it is in memory. */
    private void refreshIfStale(String id, ListQueries.Prepared list, Duration fresh) {
        CachedList known = inMemory.getIfPresent(id);
        if (known == null || isOld(known, fresh)) {
            load(id, list).whenComplete((newer, problem) -> {
                if (problem != null) {
                    LOG.warn("A value list could not be refreshed; the cached one is shown: {}", problem.getMessage());
                }
            });
        }
    }

    /* Evicts the least recently used lists, in the background. */
    private void used(String id) {
        if (useWritten.asMap().putIfAbsent(id, true) == null) {
            asking.execute(() -> {
                try {
                    records.used(id, clock.instant());
                } catch (RuntimeException e) {
                    LOG.error("Use of a value list could not be recorded", e);
                }
            });
        }
    }

    /** The current list: at most so old that the views of one page share it. */
    CachedList now(ListQueries.Prepared list) {
        return last(id(list))
                .filter(known -> known.queriedAt().plus(OF_ONE_PAGE).isAfter(clock.instant()))
                .orElseGet(() -> refreshed(list));
    }

    /** The list as returned by the source now. */
    CachedList refreshed(ListQueries.Prepared list) {
        return join(load(id(list), list));
    }

    private CompletableFuture<CachedList> load(String id, ListQueries.Prepared list) {
        CompletableFuture<CachedList> mine = new CompletableFuture<>();
        CompletableFuture<CachedList> others = underWay.putIfAbsent(id, mine);
        if (others != null) {
            return others;
        }
        try {
            asking.execute(() -> complete(id, list, mine));
        } catch (RuntimeException | Error e) {
            underWay.remove(id, mine);
            mine.completeExceptionally(e);
        }
        return mine;
    }

    /* Completes the future on any Throwable: otherwise current and later waiters would never return. */
    private void complete(String id, ListQueries.Prepared list, CompletableFuture<CachedList> waiting) {
        try {
            CachedList answer = queries.whole(list);
            put(id, answer);
            underWay.remove(id, waiting);
            waiting.complete(answer);
        } catch (RuntimeException | Error e) {
            underWay.remove(id, waiting);
            waiting.completeExceptionally(e);
        }
    }

    private static CachedList join(CompletableFuture<CachedList> answer) {
        try {
            return answer.get(MAX_WAIT.toMillis(), TimeUnit.MILLISECONDS);
        } catch (ExecutionException e) {
            throw e.getCause() instanceof RuntimeException cause ? cause : new CompletionException(e.getCause());
        } catch (TimeoutException e) {
            throw notInTime(SourceFailure.Kind.TIMED_OUT, e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw notInTime(SourceFailure.Kind.STOPPED, e);
        }
    }

    private static SourceFailure notInTime(SourceFailure.Kind kind, Exception e) {
        return new SourceFailure(kind, "Loading the value list timed out.", "Try again later.", e);
    }

    /** Loads recently used ones. */
    void remember() {
        records.usedLast(MOST_REMEMBERED, LONGEST_REMEMBERED)
                .forEach(row -> inMemory.asMap().putIfAbsent(row.id(), read(row)));
    }

    private Optional<CachedList> last(String id) {
        CachedList known = inMemory.getIfPresent(id);
        if (known != null) {
            return Optional.of(known);
        }
        Optional<CachedList> onDisk = records.find(id).map(this::read);
        onDisk.ifPresent(list -> inMemory.put(id, list));
        return onDisk;
    }

    private CachedList read(CachedListRow row) {
        return forms.read(row.list(), CachedList.class);
    }

    private void put(String id, CachedList list) {
        inMemory.put(id, list);
        try {
            Instant now = clock.instant();
            records.save(new CachedListRow(id, forms.write(list), now, now));
            if (asked.incrementAndGet() % PRUNE_EVERY == 0) {
                records.prune(MOST_KEPT);
            }
        } catch (RuntimeException e) {
            // A full disk must not block callers.
            LOG.error("A value list could not be cached on disk", e);
        }
    }

    private String id(ListQueries.Prepared list) {
        Statement statement = queries.statement(list);
        String all = list.origin().sourceId() + "\n" + statement.text() + "\n" + SentValues.of(statement);
        try {
            byte[] hash = MessageDigest.getInstance("SHA-256").digest(all.getBytes(StandardCharsets.UTF_8));
            return HexFormat.of().formatHex(hash);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("Every Java has SHA-256", e);
        }
    }
}
