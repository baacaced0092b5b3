package plainsieve.sources.web;

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
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.stream.IntStream;
import plainsieve.sources.Cancellation;

/**
 * The answers of a service that are kept for a while. Whoever asks what is just being fetched waits for that; it is given up when
 * nobody waits any more.
 */
final class Answers {
    private static final int MOST_KEPT = 60;
    private static final long PATIENCE_MILLIS = 20;
    private static final long GOING_SECONDS = 5;

    private final AnswerFetch fetch;
    private final HttpAsking asking;
    private final ScheduledExecutorService clock;
    private final Map<List<TableAsk>, KeptAnswer> kept = new LinkedHashMap<>();
    private final Map<List<TableAsk>, Fetching> being = new LinkedHashMap<>();
    private final Set<KeptAnswer> going = new HashSet<>();
    private boolean closed;
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

    /** An answer on its way, and how many wait for it. */
    private static final class Fetching {
        private final Cancellation cancellation = new Cancellation();
        private CompletableFuture<KeptAnswer> answer;
        private int waiting;
    }

    /**
     * The rows of some tables, as many as are needed of each.
     *
     * @throws plainsieve.sources.SourceFailure when there are none, or not in time
     */
    KeptAnswer to(List<TableAsk> tables, Duration longest, Cancellation cancellation) {
        Fetching mine;
        synchronized (this) {
            forgetStale();
            Optional<KeptAnswer> known = serving(tables, kept);
            if (known.isPresent()) {
                return known.get();
            }
            mine = serving(tables, being).orElseGet(() -> begun(tables, longest));
            mine.waiting++;
        }
        try {
            return waitedFor(mine, cancellation);
        } finally {
            left(mine);
        }
    }

    private static <T> Optional<T> serving(List<TableAsk> wanted, Map<List<TableAsk>, T> all) {
        return all.entrySet().stream()
                .filter(entry -> serves(entry.getKey(), wanted))
                .map(Map.Entry::getValue)
                .findFirst();
    }

    private static boolean serves(List<TableAsk> there, List<TableAsk> wanted) {
        return there.size() == wanted.size()
                && IntStream.range(0, there.size()).allMatch(i -> wanted.get(i).isServedBy(there.get(i)));
    }

    private Fetching begun(List<TableAsk> tables, Duration longest) {
        Fetching one = new Fetching();
        ScheduledFuture<?> alarm = clock.schedule(
                () -> one.cancellation.stop(Cancellation.Reason.TIME_LIMIT), longest.toMillis(), TimeUnit.MILLISECONDS);
        one.answer = CompletableFuture.supplyAsync(
                () -> {
                    try {
                        KeptAnswer answer = fetch.fetch(tables, one.cancellation);
                        keep(tables, answer);
                        return answer;
                    } finally {
                        alarm.cancel(false);
                        ended(one);
                    }
                },
                fetching);
        being.put(tables, one);
        return one;
    }

    private synchronized void keep(List<TableAsk> tables, KeptAnswer answer) {
        if (closed) {
            answer.forget();
            return;
        }
        List<TableAsk> there = IntStream.range(0, tables.size())
                .mapToObj(i -> answer.facts().get(i).whole() ? tables.get(i).whole() : tables.get(i))
                .toList();
        KeptAnswer former = kept.put(there, answer);
        if (former != null) {
            forgetLater(former);
        }
        if (kept.size() > MOST_KEPT) {
            List<TableAsk> oldest = kept.keySet().iterator().next();
            forgetLater(kept.remove(oldest));
        }
    }

    /*
     * Who was given it at this moment may still begin to ask it. Opening one may wait for room, for which the clock must not wait.
     */
    private void forgetLater(KeptAnswer answer) {
        going.add(answer);
        clock.schedule(() -> fetching.execute(() -> gone(answer)), GOING_SECONDS, TimeUnit.SECONDS);
    }

    private void gone(KeptAnswer answer) {
        synchronized (this) {
            going.remove(answer);
        }
        answer.forget();
    }

    private synchronized void ended(Fetching one) {
        being.values().remove(one);
    }

    private synchronized void left(Fetching one) {
        one.waiting--;
        if (one.waiting == 0) {
            one.cancellation.stop(Cancellation.Reason.LEFT);
            being.values().remove(one);
        }
    }

    private synchronized void forgetStale() {
        List<List<TableAsk>> stale = kept.entrySet().stream()
                .filter(entry -> !entry.getValue().isFresh())
                .map(Map.Entry::getKey)
                .toList();
        stale.forEach(key -> forgetLater(kept.remove(key)));
    }

    private KeptAnswer waitedFor(Fetching one, Cancellation cancellation) {
        while (cancellation.reason().isEmpty()) {
            try {
                return one.answer.get(PATIENCE_MILLIS, TimeUnit.MILLISECONDS);
            } catch (TimeoutException e) {
                // Somebody may have stopped it meanwhile, or its time is over.
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
            closed = true;
            being.values().forEach(one -> one.cancellation.stop(Cancellation.Reason.LEFT));
            kept.values().forEach(KeptAnswer::forget);
            kept.clear();
            going.forEach(KeptAnswer::forget);
            going.clear();
        }
        fetching.shutdownNow();
    }
}
