package plainsieve.server.api.viewer;

import java.time.Clock;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;
import plainsieve.core.statement.Statement;
import plainsieve.server.people.Asker;
import plainsieve.server.project.Project;
import plainsieve.server.runs.Runner;
import plainsieve.server.sent.Purpose;
import plainsieve.server.sent.SentLog;
import plainsieve.server.sources.Cancellations;
import plainsieve.server.sources.ForViewers;
import plainsieve.sources.Cancellation;
import plainsieve.sources.SourceFailure;
import tools.jackson.databind.json.JsonMapper;

/**
 * The runs of readers that are under way, so that the same is asked once at the same moment. What somebody may not see is kept
 * from them by the statement itself: the same one, with the same values, in the same state of the project, has the same rows for
 * whoever asks. Each of them stands in Sent.
 */
@Component
class SharedRuns {
    private final Map<Question, SharedRun> underWay = new ConcurrentHashMap<>();
    private final Cancellations cancellations;
    private final SentLog log;
    private final JsonMapper json;
    private final Clock clock;

    SharedRuns(Cancellations cancellations, SentLog log, JsonMapper json, Clock clock) {
        this.cancellations = cancellations;
        this.log = log;
        this.json = json;
        this.clock = clock;
    }

    /**
     * What is asked.
     *
     * @param project in the state that the run sees; another state is another project
     * @param inside whether the answer says what was sent, too
     */
    private record Question(Project project, String sourceId, Statement statement, boolean inside) {}

    /** What a reader reads. @param isFirst whether it is to be begun */
    record Joined(Question question, SharedRun run, boolean isFirst) {}

    /** A reader of the run that asks this already, or of one that is to be begun. What authors try is always run anew. */
    Joined join(Runner.Ready ready, RunReader reader) {
        String runId = ready.order().runId();
        Cancellation stop = cancellations.begin(runId);
        reader.end().whenComplete((done, failure) -> cancellations.end(runId, stop));
        Asker asker = ready.order().asked().asker();
        reader.asks(
                stop,
                ForViewers.told(asker, stopped()),
                id -> log.alsoFor(id, runId, ready.origin(), ready.statement()));
        Question question =
                new Question(ready.order().project(), ready.origin().sourceId(), ready.statement(), asker.seesInside());
        boolean shared = ready.order().purpose().kind() == Purpose.Kind.REPORT;
        return shared ? join(question, reader) : new Joined(question, begun(question, reader), true);
    }

    private Joined join(Question question, RunReader reader) {
        SharedRun[] mine = new SharedRun[1];
        SharedRun run = underWay.compute(question, (same, known) -> {
            if (known != null && known.join(reader)) {
                return known;
            }
            mine[0] = begun(question, reader);
            return mine[0];
        });
        return new Joined(question, run, run == mine[0]);
    }

    private SharedRun begun(Question question, RunReader reader) {
        return new SharedRun(json, clock, question.inside(), reader);
    }

    /** What is told of a run that was stopped. */
    static SourceFailure stopped() {
        return new SourceFailure(SourceFailure.Kind.STOPPED, "The statement was stopped.", "Run it again.", null);
    }

    /** It has ended. Another that asks the same by now stays. */
    void over(Joined joined) {
        underWay.remove(joined.question(), joined.run());
    }
}
