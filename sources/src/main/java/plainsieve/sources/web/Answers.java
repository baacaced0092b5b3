package plainsieve.sources.web;

import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import plainsieve.core.request.SentRequest;
import plainsieve.sources.Cancellation;

/**
 * The answers of a service that are kept for a while. Whoever asks what is just being fetched waits for that; it is given up when
 * nobody waits any more.
 */
final class Answers {
    private static final int MOST_KEPT = 60;
    private static final long PATIENCE_MILLIS = 20;

    private final AnswerFetch fetch;
    private final HttpAsking asking;
    private final ScheduledExecutorService clock;
    private final Map<Key, KeptAnswer> kept = new LinkedHashMap<>(16, 0.75f, true);
    private final Map<Key, Fetching> being = new LinkedHashMap<>();
    private final ExecutorService fetching = Executors.newCachedThreadPool(task -> {
        Thread thread = new Thread(task, "fetching-answers");
        thread.setDaemon(true);
        return thread;
    });

    Answers(AnswerFetch fetch, HttpAsking asking, ScheduledExecutorService clock) {
        this.fetch = fetch;
        this.asking = asking;
        this.clock = clock;
    }

    /** What makes two requests the same. The SQL behind them does not. */
    private record Key(boolean post, String path, Map<String, String> headers, String body, Object directions) {
        static Key of(SentRequest request) {
            return new Key(
                    request.post(),
                    request.path(),
                    request.headers(),
                    request.body().orElse(""),
                    request.directions());
        }
    }

    /** An answer on its way, and how many wait for it. */
    private static final class Fetching {
        private final OptionalLong needed;
        private final Cancellation cancellation = new Cancellation();
        private CompletableFuture<KeptAnswer> answer;
        private int waiting;

        Fetching(OptionalLong needed) {
            this.needed = needed;
        }

        boolean serves(OptionalLong others) {
            return needed.isEmpty() || others.isPresent() && others.getAsLong() <= needed.getAsLong();
        }
    }

    /**
     * The answer to a request, with as many rows as are needed.
     *
     * @throws plainsieve.sources.SourceFailure when there is none, or not in time
     */
    KeptAnswer to(SentRequest request, OptionalLong needed, Duration longest, Cancellation cancellation) {
        Key key = Key.of(request);
        Fetching mine;
        synchronized (this) {
            forgetStale();
            KeptAnswer known = kept.get(key);
            if (known != null && known.serves(needed)) {
                return known;
            }
            Fetching sofar = being.get(key);
            mine = sofar != null && sofar.serves(needed) ? sofar : begun(key, request, needed, longest);
            mine.waiting++;
        }
        try {
            return waitedFor(mine, longest, cancellation);
        } finally {
            left(mine);
        }
    }

    private Fetching begun(Key key, SentRequest request, OptionalLong needed, Duration longest) {
        Fetching one = new Fetching(needed);
        ScheduledFuture<?> alarm = clock.schedule(
                () -> one.cancellation.stop(Cancellation.Reason.TIME_LIMIT), longest.toMillis(), TimeUnit.MILLISECONDS);
        one.answer = CompletableFuture.supplyAsync(
                () -> {
                    try {
                        KeptAnswer answer = fetch.fetch(request, needed, one.cancellation);
                        keep(key, answer);
                        return answer;
                    } finally {
                        alarm.cancel(false);
                        ended(key, one);
                    }
                },
                fetching);
        being.put(key, one);
        return one;
    }

    private synchronized void keep(Key key, KeptAnswer answer) {
        KeptAnswer former = kept.put(key, answer);
        if (former != null) {
            former.forget();
        }
        if (kept.size() > MOST_KEPT) {
            Key oldest = kept.keySet().iterator().next();
            kept.remove(oldest).forget();
        }
    }

    private synchronized void ended(Key key, Fetching one) {
        being.remove(key, one);
    }

    private synchronized void left(Fetching one) {
        one.waiting--;
        if (one.waiting == 0) {
            one.cancellation.stop(Cancellation.Reason.LEFT);
            being.values().remove(one);
        }
    }

    private synchronized void forgetStale() {
        List<Key> stale = kept.entrySet().stream()
                .filter(entry -> !entry.getValue().isFresh())
                .map(Map.Entry::getKey)
                .toList();
        stale.forEach(key -> kept.remove(key).forget());
    }

    private KeptAnswer waitedFor(Fetching one, Duration longest, Cancellation cancellation) {
        long end = System.nanoTime() + longest.toNanos();
        while (cancellation.reason().isEmpty()) {
            try {
                return one.answer.get(PATIENCE_MILLIS, TimeUnit.MILLISECONDS);
            } catch (TimeoutException e) {
                if (System.nanoTime() > end) {
                    cancellation.stop(Cancellation.Reason.TIME_LIMIT);
                }
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                cancellation.stop(Cancellation.Reason.LEFT);
            } catch (ExecutionException e) {
                throw e.getCause() instanceof RuntimeException cause ? cause : new IllegalStateException(e.getCause());
            }
        }
        throw asking.stopped(cancellation);
    }

    /** Nothing is kept any more. */
    void close() {
        synchronized (this) {
            being.values().forEach(one -> one.cancellation.stop(Cancellation.Reason.LEFT));
            kept.values().forEach(KeptAnswer::forget);
            kept.clear();
        }
        fetching.shutdownNow();
    }
}
