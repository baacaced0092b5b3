package plainsieve.sources.engine;

import java.time.Duration;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import plainsieve.sources.Cancellation;
import plainsieve.sources.threads.HelperThreads;

/**
 * Cached fetched tables. Concurrent requests share one fetch, which is cancelled when its last requester
 * leaves.
 *
 * @param <K> key of the tables
 * @param <F> facts about the fetch
 */
public final class FetchedTables<K, F> {
    private static final long PATIENCE_MILLIS = 20;
    private static final long GOING_SECONDS = 5;
    /** Further fetches wait within their timeout. */
    private static final int MAX_FETCHES = 32;

    private final SharedFetch<K, F> sharing;
    private final int most;
    private final ScheduledExecutorService clock;
    private final Map<K, CachedTables<F>> kept = new LinkedHashMap<>();
    private final Map<K, Gathering<F>> being = new LinkedHashMap<>();
    private final Set<CachedTables<F>> going = new HashSet<>();
    private boolean closed;
    private final ExecutorService gathering = HelperThreads.bounded("fetch", MAX_FETCHES);

    /** @param most maximum number of cached tables */
    public FetchedTables(SharedFetch<K, F> sharing, int most, ScheduledExecutorService clock) {
        this.sharing = sharing;
        this.most = most;
        this.clock = clock;
    }

    /** The shared tables. */
    public interface SharedFetch<K, F> {
        /** Whether existing tables satisfy a request. */
        boolean serves(K there, K wanted);

        /** The request, compared with fetched tables, which may serve further requests. */
        K as(K wanted, F facts);

        /** The failure for a waiter. */
        RuntimeException stopped(Cancellation cancellation);
    }

    /** Gathers. */
    public interface Fetch<F> {
        CachedTables<F> fetch(Cancellation cancellation);
    }

    /**
     * The requested tables.
     *
     * @param oldest maximum age of tables fetched by another request
     * @param longest timeout
     */
    public record FetchRequest<K>(K what, Duration oldest, Duration longest) {}

    /** Tables being fetched, and the number of waiters. */
    private static final class Gathering<F> {
        private final Cancellation cancellation = new Cancellation();
        private CompletableFuture<CachedTables<F>> tables;
        private int waiting;
    }

    /** Throws like the fetch, and {@link SharedFetch#stopped} if it was cancelled. */
    public CachedTables<F> get(FetchRequest<K> wanted, Fetch<F> fetch, Cancellation cancellation) {
        Gathering<F> mine;
        synchronized (this) {
            forgetStale();
            Optional<CachedTables<F>> known =
                    serving(wanted.what(), kept).filter(one -> one.isYoungerThan(wanted.oldest()));
            if (known.isPresent()) {
                return known.get();
            }
            mine = serving(wanted.what(), being).orElseGet(() -> start(wanted, fetch));
            mine.waiting++;
        }
        try {
            return waitedFor(mine, cancellation);
        } finally {
            release(mine);
        }
    }

    private <T> Optional<T> serving(K wanted, Map<K, T> all) {
        return all.entrySet().stream()
                .filter(entry -> sharing.serves(entry.getKey(), wanted))
                .map(Map.Entry::getValue)
                .findFirst();
    }

    private Gathering<F> start(FetchRequest<K> wanted, Fetch<F> fetch) {
        Gathering<F> one = new Gathering<>();
        ScheduledFuture<?> alarm = clock.schedule(
                () -> one.cancellation.stop(Cancellation.Reason.TIME_LIMIT),
                wanted.longest().toMillis(),
                TimeUnit.MILLISECONDS);
        one.tables = CompletableFuture.supplyAsync(
                () -> {
                    try {
                        CachedTables<F> tables = fetch.fetch(one.cancellation);
                        put(wanted.what(), tables);
                        return tables;
                    } finally {
                        alarm.cancel(false);
                        ended(one);
                    }
                },
                gathering);
        being.put(wanted.what(), one);
        return one;
    }

    private synchronized void put(K wanted, CachedTables<F> tables) {
        if (closed) {
            tables.forget();
            return;
        }
        CachedTables<F> former = kept.put(sharing.as(wanted, tables.facts()), tables);
        if (former != null) {
            forgetLater(former);
        }
        // Otherwise they would stay until the next request.
        clock.schedule(() -> gathering.execute(this::forgetStale), Math.max(1, tables.age()) + 1, TimeUnit.NANOSECONDS);
        if (kept.size() > most) {
            K oldest = kept.keySet().iterator().next();
            forgetLater(kept.remove(oldest));
        }
    }

    /*
     * A caller that has just received it may still open it. Opening may wait for room, for which the clock must not wait.
     */
    private void forgetLater(CachedTables<F> tables) {
        going.add(tables);
        clock.schedule(() -> gathering.execute(() -> gone(tables)), GOING_SECONDS, TimeUnit.SECONDS);
    }

    private void gone(CachedTables<F> tables) {
        synchronized (this) {
            going.remove(tables);
        }
        tables.forget();
    }

    private synchronized void ended(Gathering<F> one) {
        being.values().remove(one);
    }

    private synchronized void release(Gathering<F> one) {
        one.waiting--;
        if (one.waiting == 0) {
            one.cancellation.stop(Cancellation.Reason.LEFT);
            being.values().remove(one);
        }
    }

    private synchronized void forgetStale() {
        List<K> stale = kept.entrySet().stream()
                .filter(entry -> !entry.getValue().isKept())
                .map(Map.Entry::getKey)
                .toList();
        stale.forEach(key -> forgetLater(kept.remove(key)));
    }

    private CachedTables<F> waitedFor(Gathering<F> one, Cancellation cancellation) {
        while (cancellation.reason().isEmpty()) {
            try {
                return one.tables.get(PATIENCE_MILLIS, TimeUnit.MILLISECONDS);
            } catch (TimeoutException e) {
                // Someone may have stopped it meanwhile, or its time is over.
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                cancellation.stop(Cancellation.Reason.LEFT);
            } catch (ExecutionException e) {
                throw e.getCause() instanceof RuntimeException cause ? cause : new IllegalStateException(e.getCause());
            }
        }
        throw sharing.stopped(cancellation);
    }

    /** Discards all tables. */
    public void close() {
        synchronized (this) {
            closed = true;
            being.values().forEach(one -> one.cancellation.stop(Cancellation.Reason.LEFT));
            kept.values().forEach(CachedTables::forget);
            kept.clear();
            going.forEach(CachedTables::forget);
            going.clear();
        }
        gathering.shutdownNow();
    }
}
