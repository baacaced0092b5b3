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

/**
 * The active runs by owner and ID, so that a later request can cancel them, however long they
 * take. An ID alone cancels nothing: the request has to come from the owner of the run.
 */
@Component
public class Cancellations {
    private static final Duration LONGEST_OVERTAKING = Duration.ofMinutes(1);
    private static final int MOST_OVERTAKING = 10_000;

    /* Callers choose the ids, and two of them may have chosen the same. */
    private final Map<RunKey, List<Cancellation>> running = new ConcurrentHashMap<>();

    /* A cancellation may arrive before its run; such a run starts cancelled. */
    private final Cache<RunKey, Boolean> stoppedBefore;

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

    /**
     * Identifies a run.
     *
     * @param owner see {@link plainsieve.server.people.Caller#owner()}
     * @param id assigned by the owner
     */
    public record RunKey(String owner, String id) {}

    /** From now on {@link #stop} stops it, until {@link #end}. */
    public Cancellation begin(RunKey run) {
        Cancellation mine = new Cancellation();
        running.compute(run, (key, others) -> {
            List<Cancellation> all = others == null ? new ArrayList<>() : new ArrayList<>(others);
            all.add(mine);
            return all;
        });
        if (stoppedBefore.asMap().remove(run) != null) {
            mine.stop(Cancellation.Reason.ASKED);
        }
        return mine;
    }

    public void end(RunKey run, Cancellation mine) {
        running.computeIfPresent(run, (key, all) -> {
            List<Cancellation> others = new ArrayList<>(all);
            others.remove(mine);
            return others.isEmpty() ? null : others;
        });
    }

    /** Cancels every run of this key at its source. Has no effect on ended runs. */
    public void stop(RunKey run) {
        List<Cancellation> found = running.getOrDefault(run, List.of());
        found.forEach(one -> one.stop(Cancellation.Reason.ASKED));
        if (found.isEmpty()) {
            stopWhenItComes(run);
        }
    }

    /* Beyond this number, cancellations of unknown runs are ignored: they must not evict others. */
    private void stopWhenItComes(RunKey run) {
        stoppedBefore.cleanUp();
        if (stoppedBefore.estimatedSize() < MOST_OVERTAKING) {
            stoppedBefore.put(run, true);
            if (!running.getOrDefault(run, List.of()).isEmpty()) {
                // It arrived meanwhile; the next run with this ID is another one.
                stoppedBefore.invalidate(run);
                stop(run);
            }
        }
    }
}
