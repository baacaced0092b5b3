package plainsieve.server.sources;

import java.time.Duration;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.IntConsumer;
import plainsieve.sources.Cancellation;
import plainsieve.sources.SourceFailure;

/**
 * Queues statements per source, round-robin by caller, within shares per caller, report and downloads. Waiting callers take turns,
 * and no caller, report, or the downloads together can hold more than their share.
 */
final class FairQueue {
    private static final long TOLD_EVERY_MILLIS = 500;

    private final String source;
    private final SourceShares shares;
    private int free;
    private int downloads;
    private final Map<String, Integer> byCaller = new HashMap<>();
    private final Map<String, Integer> byReport = new HashMap<>();

    /** The waiting statements by caller, in order of turns. */
    private final Map<String, Deque<Waiter>> waiting = new LinkedHashMap<>();

    /**
     * A statement to be queued.
     *
     * @param caller key of the round-robin
     * @param report project and report; empty for none
     * @param download whether it fetches all rows for a file
     */
    record Entry(String caller, String report, boolean download) {}

    private static final class Waiter {
        private final Entry entry;
        private boolean goes;

        Waiter(Entry entry) {
            this.entry = entry;
        }
    }

    /** The running and waiting statements of one caller. */
    record Load(String caller, int running, int waiting) {}

    FairQueue(String source, SourceShares shares) {
        this.source = source;
        this.shares = shares;
        this.free = shares.places();
    }

    /**
     * Waits for a permit, which {@link #leave} releases.
     *
     * @param told periodically receives the number of statements ahead
     * @throws SourceFailure if the run is cancelled, or after a timeout
     */
    void enter(Entry entry, Cancellation cancellation, Duration longest, IntConsumer told) {
        Waiter mine = new Waiter(entry);
        if (!acquireOrQueue(mine)) {
            return;
        }
        boolean entered = false;
        try {
            if (!cancellation.begin(this::wake)) {
                throw stopped();
            }
            try {
                awaitTurn(mine, cancellation, System.nanoTime() + longest.toNanos(), told);
                entered = true;
            } finally {
                cancellation.end();
            }
        } finally {
            if (!entered) {
                withdraw(mine);
            }
        }
    }

    /** Returns whether the caller has to wait. */
    private synchronized boolean acquireOrQueue(Waiter mine) {
        if (fits(mine.entry)) {
            acquire(mine.entry);
            return false;
        }
        waiting.computeIfAbsent(mine.entry.caller(), key -> new ArrayDeque<>()).add(mine);
        return true;
    }

    private boolean fits(Entry entry) {
        return free > 0
                && byCaller.getOrDefault(entry.caller(), 0) < shares.ofCaller()
                && (entry.report().isEmpty() || byReport.getOrDefault(entry.report(), 0) < shares.ofReport())
                && (!entry.download() || downloads < shares.ofDownloads());
    }

    private void acquire(Entry entry) {
        free--;
        downloads += entry.download() ? 1 : 0;
        byCaller.merge(entry.caller(), 1, Integer::sum);
        byReport.merge(entry.report(), 1, Integer::sum);
    }

    private synchronized void wake() {
        notifyAll();
    }

    private void awaitTurn(Waiter mine, Cancellation cancellation, long until, IntConsumer told) {
        while (!awaitTurn(mine)) {
            if (cancellation.reason().isPresent()) {
                throw stopped();
            }
            if (System.nanoTime() > until) {
                throw tooLong(before(mine));
            }
            told.accept(before(mine));
        }
    }

    /** Waits briefly; returns whether the turn has come. */
    private synchronized boolean awaitTurn(Waiter mine) {
        try {
            if (!mine.goes) {
                wait(TOLD_EVERY_MILLIS);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw stopped();
        }
        return mine.goes;
    }

    /** How many go in before, as the turns are. */
    private synchronized int before(Waiter mine) {
        int own = 0;
        for (Waiter other : waiting.getOrDefault(mine.entry.caller(), new ArrayDeque<>())) {
            if (other == mine) {
                break;
            }
            own++;
        }
        int before = own;
        boolean ahead = true;
        for (Map.Entry<String, Deque<Waiter>> one : waiting.entrySet()) {
            if (one.getKey().equals(mine.entry.caller())) {
                ahead = false;
            } else {
                before += Math.min(one.getValue().size(), ahead ? own + 1 : own);
            }
        }
        return before;
    }

    /** Leaves the queue, or releases a permit that was just granted. */
    private synchronized void withdraw(Waiter mine) {
        if (mine.goes) {
            release(mine.entry);
            return;
        }
        waiting.computeIfPresent(mine.entry.caller(), (key, own) -> {
            own.remove(mine);
            return own.isEmpty() ? null : own;
        });
    }

    /** Releases a permit; waiting statements proceed by turn within their shares. */
    synchronized void release(Entry entry) {
        free++;
        downloads -= entry.download() ? 1 : 0;
        byCaller.merge(entry.caller(), -1, FairQueue::sumOrNone);
        byReport.merge(entry.report(), -1, FairQueue::sumOrNone);
        for (Optional<Waiter> next = next(); next.isPresent(); next = next()) {
            acquire(next.get().entry);
            next.get().goes = true;
        }
        notifyAll();
    }

    private static Integer sumOrNone(Integer one, Integer other) {
        return one + other == 0 ? null : one + other;
    }

    /* The first in turn within its share; its caller moves to the end. */
    private Optional<Waiter> next() {
        for (String caller : List.copyOf(waiting.keySet())) {
            Iterator<Waiter> own = waiting.get(caller).iterator();
            while (own.hasNext()) {
                Waiter candidate = own.next();
                if (fits(candidate.entry)) {
                    own.remove();
                    Deque<Waiter> rest = waiting.remove(caller);
                    if (!rest.isEmpty()) {
                        waiting.put(caller, rest);
                    }
                    return Optional.of(candidate);
                }
            }
        }
        return Optional.empty();
    }

    /** Running and waiting statements by caller. */
    synchronized List<Load> load() {
        Map<String, Integer> callers = new LinkedHashMap<>(byCaller);
        waiting.keySet().forEach(caller -> callers.putIfAbsent(caller, 0));
        List<Load> load = new ArrayList<>();
        callers.forEach((caller, running) -> load.add(new Load(
                caller,
                running,
                waiting.getOrDefault(caller, new ArrayDeque<>()).size())));
        return load;
    }

    private static SourceFailure stopped() {
        return new SourceFailure(
                SourceFailure.Kind.STOPPED, "The statement was stopped before it was its turn.", "Run it again.", null);
    }

    private SourceFailure tooLong(int before) {
        return new SourceFailure(
                SourceFailure.Kind.BUSY,
                "“%s” was busy; %d runs were queued before this one.".formatted(source, before),
                "Try again later, or ask your administrator for more concurrent statements.",
                null);
    }
}
