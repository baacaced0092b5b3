package plainsieve.server.runs;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Duration;
import org.springframework.stereotype.Component;
import plainsieve.sources.Cancellation;

/** The runs under way, by the id their caller gave them, so that a later request can stop them. */
@Component
public class RunningRuns {
    /* A stop may overtake the run it is meant for; so a run that is stopped before it is known begins stopped. */
    private final Cache<String, Cancellation> runs = Caffeine.newBuilder()
            .expireAfterWrite(Duration.ofMinutes(10))
            .maximumSize(10_000)
            .build();

    Cancellation begin(String runId) {
        return runs.get(runId, id -> new Cancellation());
    }

    void end(String runId) {
        runs.invalidate(runId);
    }

    public void stop(String runId) {
        runs.get(runId, id -> new Cancellation()).stop(Cancellation.Reason.ASKED);
    }
}
