package plainsieve.server.sources;

import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Service;
import plainsieve.core.evidence.Plan;
import plainsieve.core.statement.Statement;
import plainsieve.server.Settings;
import plainsieve.server.records.SentRow;
import plainsieve.server.sent.Purpose;
import plainsieve.server.sent.SentLog;
import plainsieve.sources.Answer;
import plainsieve.sources.Cancellation;
import plainsieve.sources.RunLimits;

/** Asks databases for plans, and writes down in Sent that they were asked. */
@Service
public class PlanRequests {
    private final SourceRegistry sources;
    private final SentLog log;
    private final Settings settings;

    PlanRequests(SourceRegistry sources, SentLog log, Settings settings) {
        this.sources = sources;
        this.log = log;
        this.settings = settings;
    }

    /** @param millis how long the database took to tell */
    public record Told(Plan plan, double millis) {}

    /** Throws {@link plainsieve.sources.SourceFailure} when the database would refuse the statement. */
    public Told ask(String sourceId, String queryId, Statement statement, boolean measured) {
        Statement question = new Statement("explain " + statement.text(), List.of(), List.of(), 1);
        SentRow sent = log.begin(UUID.randomUUID().toString(), sourceId, queryId, Purpose.EVIDENCE, question);
        long start = System.nanoTime();
        try {
            Plan plan = sources.get(sourceId)
                    .explain(statement, measured, new RunLimits(settings.longestRun()), new Cancellation());
            double millis = (System.nanoTime() - start) / 1e6;
            log.done(sent, new Answer(plan.steps().size(), plan.steps().size(), millis, millis));
            return new Told(plan, millis);
        } catch (RuntimeException e) {
            log.failed(sent, statement, "failed", e.getMessage(), (System.nanoTime() - start) / 1e6);
            throw e;
        }
    }
}
