package plainsieve.server.sources;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.Ticker;
import java.time.Duration;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.stereotype.Component;
import plainsieve.sources.Cancellation;

/** The runs under way, by the id their caller gave them, so that a later request can stop them, however long they take. */
@Component
public class Cancellations {
    private static final Duration LONGEST_OVERTAKING = Duration.ofMinutes(10);
    private static final int MOST_OVERTAKING = 10_000;

    private final Map<String, Cancellation> running = new ConcurrentHashMap<>();

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
                .maximumSize(MOST_OVERTAKING)
                .build();
    }

    Cancellation begin(String runId) {
        Cancellation mine = running.computeIfAbsent(runId, id -> new Cancellation());
        if (stoppedBefore.asMap().remove(runId) != null) {
            mine.stop(Cancellation.Reason.ASKED);
        }
        return mine;
    }

    void end(String runId) {
        running.remove(runId);
    }

    /** Stops a run at its source. Stopping one that has ended does nothing. */
    public void stop(String runId) {
        stoppedBefore.put(runId, true);
        Cancellation found = running.get(runId);
        if (found != null) {
            stoppedBefore.invalidate(runId);
            found.stop(Cancellation.Reason.ASKED);
        }
    }
}
