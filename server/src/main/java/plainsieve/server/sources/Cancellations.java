package plainsieve.server.sources;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.Ticker;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.stereotype.Component;
import plainsieve.sources.Cancellation;

/** The runs under way, by the id their caller gave them, so that a later request can stop them, however long they take. */
@Component
public class Cancellations {
    private static final Duration LONGEST_OVERTAKING = Duration.ofMinutes(1);
    private static final int MOST_OVERTAKING = 10_000;

    /* Callers choose the ids, and two of them may have chosen the same. */
    private final Map<String, List<Cancellation>> running = new ConcurrentHashMap<>();

    /* A stop may overtake the run it is meant for; so a run that is stopped before it is known begins stopped. */
    private final Cache<String, Boolean> stoppedBefore;

    @Autowired
    Cancellations() {
        this(Ticker.systemTicker());
    }

    Cancellations(Ticker ticker) {
        stoppedBefore = Caffeine.newBuilder()
                .ticker(ticker)
                .expireAfterWrite(LONGEST_OVERTAKING)
                .build();
    }

    /** From now on {@link #stop} stops it, until {@link #end}. */
    public Cancellation begin(String runId) {
        Cancellation mine = new Cancellation();
        running.compute(runId, (id, others) -> {
            List<Cancellation> all = others == null ? new ArrayList<>() : new ArrayList<>(others);
            all.add(mine);
            return all;
        });
        if (stoppedBefore.asMap().remove(runId) != null) {
            mine.stop(Cancellation.Reason.ASKED);
        }
        return mine;
    }

    public void end(String runId, Cancellation mine) {
        running.computeIfPresent(runId, (id, all) -> {
            List<Cancellation> others = new ArrayList<>(all);
            others.remove(mine);
            return others.isEmpty() ? null : others;
        });
    }

    /** Stops every run of this id at its source. Stopping one that has ended does nothing. */
    public void stop(String runId) {
        List<Cancellation> found = running.getOrDefault(runId, List.of());
        found.forEach(one -> one.stop(Cancellation.Reason.ASKED));
        if (found.isEmpty()) {
            stopWhenItComes(runId);
        }
    }

    /* When so many stops of unknown runs are remembered, more are none that anyone meant: they push nothing out. */
    private void stopWhenItComes(String runId) {
        stoppedBefore.cleanUp();
        if (stoppedBefore.estimatedSize() < MOST_OVERTAKING) {
            stoppedBefore.put(runId, true);
            if (!running.getOrDefault(runId, List.of()).isEmpty()) {
                // It came meanwhile; the next one of this id is another.
                stoppedBefore.invalidate(runId);
                stop(runId);
            }
        }
    }
}
