package plainsieve.server.sources;

import java.time.Duration;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.IntConsumer;
import plainsieve.sources.Cancellation;
import plainsieve.sources.SourceFailure;

/**
 * The line in front of one source: so many runs at once as it has places. Who waits goes in by turns of those who ask, so that
 * a page with twenty views, or a script, keeps nobody else waiting for all of them.
 */
final class WaitingLine {
    private static final long TOLD_EVERY_MILLIS = 500;

    private final String source;
    private int free;

    /** Those who wait, by who asks; whose turn is next comes first. */
    private final Map<String, Deque<Waiting>> waiting = new LinkedHashMap<>();

    private static final class Waiting {
        private boolean goes;
    }

    WaitingLine(String source, int places) {
        this.source = source;
        this.free = places;
    }

    /**
     * Returns when there is a place, which {@link #leave} gives back.
     *
     * @param asks who asks, to take turns by
     * @param told is told every now and then how many go in before
     * @throws SourceFailure when the run is stopped, or has waited too long
     */
    void enter(String asks, Cancellation cancellation, Duration longest, IntConsumer told) {
        Waiting mine = new Waiting();
        if (!takeOrQueue(asks, mine)) {
            return;
        }
        if (!cancellation.begin(this::wake)) {
            giveUp(asks, mine);
            throw stopped();
        }
        try {
            awaitTurn(asks, mine, cancellation, System.nanoTime() + longest.toNanos(), told);
        } finally {
            cancellation.end();
        }
    }

    /** Returns whether one has to wait. */
    private synchronized boolean takeOrQueue(String asks, Waiting mine) {
        if (free > 0) {
            free--;
            return false;
        }
        waiting.computeIfAbsent(asks, key -> new ArrayDeque<>()).add(mine);
        return true;
    }

    private synchronized void wake() {
        notifyAll();
    }

    private void awaitTurn(String asks, Waiting mine, Cancellation cancellation, long until, IntConsumer told) {
        while (!goes(mine)) {
            if (cancellation.reason().isPresent()) {
                giveUp(asks, mine);
                throw stopped();
            }
            if (System.nanoTime() > until) {
                int before = before(asks, mine);
                giveUp(asks, mine);
                throw tooLong(before);
            }
            told.accept(before(asks, mine));
        }
    }

    /** Waits a little; whether the turn has come. */
    private synchronized boolean goes(Waiting mine) {
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

    /** How many go in before, as the turns stand. */
    private synchronized int before(String asks, Waiting mine) {
        int own = 0;
        for (Waiting other : waiting.getOrDefault(asks, new ArrayDeque<>())) {
            if (other == mine) {
                break;
            }
            own++;
        }
        int before = own;
        boolean ahead = true;
        for (Map.Entry<String, Deque<Waiting>> one : waiting.entrySet()) {
            if (one.getKey().equals(asks)) {
                ahead = false;
            } else {
                before += Math.min(one.getValue().size(), ahead ? own + 1 : own);
            }
        }
        return before;
    }

    /** Goes out of the line, or gives the place back that has just come. */
    private synchronized void giveUp(String asks, Waiting mine) {
        if (mine.goes) {
            leave();
            return;
        }
        waiting.computeIfPresent(asks, (key, own) -> {
            own.remove(mine);
            return own.isEmpty() ? null : own;
        });
    }

    /** Gives a place back; the next one goes in. */
    synchronized void leave() {
        if (waiting.isEmpty()) {
            free++;
            return;
        }
        String asks = waiting.keySet().iterator().next();
        Deque<Waiting> own = waiting.remove(asks);
        own.remove().goes = true;
        if (!own.isEmpty()) {
            waiting.put(asks, own);
        }
        notifyAll();
    }

    private static SourceFailure stopped() {
        return new SourceFailure(
                SourceFailure.Kind.STOPPED, "The statement was stopped before it was its turn.", "Run it again.", null);
    }

    private SourceFailure tooLong(int before) {
        return new SourceFailure(
                SourceFailure.Kind.BUSY,
                "All places at “%s” were taken the whole time; %d runs were before this one.".formatted(source, before),
                "Run it again when fewer people ask, or ask whoever looks after this server for more places.",
                null);
    }
}
