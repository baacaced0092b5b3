package plainsieve.server.sources;

import java.util.UUID;
import org.springframework.stereotype.Service;
import plainsieve.core.statement.Statement;
import plainsieve.server.Settings;
import plainsieve.server.records.SentRow;
import plainsieve.server.sent.Purpose;
import plainsieve.server.sent.SentLog;
import plainsieve.sources.Answer;
import plainsieve.sources.Cancellation;
import plainsieve.sources.RowReceiver;
import plainsieve.sources.RunLimits;

/** Sends what nobody asked for by name, lists and looks at columns, and writes it into Sent like any other statement. */
@Service
public class SideStatements {
    private final SourceRegistry sources;
    private final SentLog log;
    private final Settings settings;

    SideStatements(SourceRegistry sources, SentLog log, Settings settings) {
        this.sources = sources;
        this.log = log;
        this.settings = settings;
    }

    /** Sends what a list asks. @param queryId the query it was made from; empty when there is none */
    public Answer send(String sourceId, String queryId, Statement statement, RowReceiver receiver) {
        return send(Purpose.LIST, sourceId, queryId, statement, receiver);
    }

    public Answer send(Purpose purpose, String sourceId, String queryId, Statement statement, RowReceiver receiver) {
        SentRow sent = log.begin(UUID.randomUUID().toString(), sourceId, queryId, purpose, statement);
        try {
            Answer answer = sources.get(sourceId)
                    .run(statement, new RunLimits(settings.longestRun()), new Cancellation(), receiver);
            log.done(sent, answer);
            return answer;
        } catch (RuntimeException e) {
            log.failed(sent, statement, "failed", e.getMessage(), 0);
            throw e;
        }
    }
}
