package plainsieve.server.api.viewer;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;
import plainsieve.server.runs.Runner;
import plainsieve.server.sent.Purpose;
import plainsieve.server.sent.SentLog;
import plainsieve.server.sources.Cancellations;
import plainsieve.server.sources.ForViewers;
import plainsieve.sources.Cancellation;
import plainsieve.sources.SourceFailure;
import tools.jackson.databind.json.JsonMapper;

/**
 * The runs of readers that are under way, so that the same is asked once at the same moment, and their answers where authors let
 * them be taken again. The same statement, with the same values, in the same state of the project, has the same rows for whoever
 * asks. Each of them stands in Sent.
 */
@Component
class SharedRuns {
    private final Map<SameQuestion, SharedRun> underWay = new ConcurrentHashMap<>();
    private final KeptAnswers answers;
    private final Cancellations cancellations;
    private final SentLog log;
    private final JsonMapper json;
    private final Clock clock;

    SharedRuns(KeptAnswers answers, Cancellations cancellations, SentLog log, JsonMapper json, Clock clock) {
        this.answers = answers;
        this.cancellations = cancellations;
        this.log = log;
        this.json = json;
        this.clock = clock;
    }

    /** A run that is to be begun. @param kept for how long its answer is taken again */
    record Begun(SameQuestion question, SharedRun run, Duration kept) {}

    /**
     * A reader reads the run that asks this already, or the answer that is kept, or one that is to be begun. What authors try is
     * always run anew.
     */
    Optional<Begun> join(Runner.Ready ready, RunReader reader) {
        String runId = ready.order().runId();
        Cancellations.RunKey key =
                new Cancellations.RunKey(ready.order().asked().asker().owner(), runId);
        Cancellation stop = cancellations.begin(key);
        reader.end().whenComplete((done, failure) -> cancellations.end(key, stop));
        reader.asks(
                stop,
                ForViewers.told(ready.order().asked().asker(), stopped()),
                id -> log.alsoFor(id, runId, ready.origin(), ready.statement()));
        SameQuestion question = SameQuestion.of(ready);
        if (ready.order().purpose().kind() != Purpose.Kind.REPORT) {
            return Optional.of(begun(question, reader, Duration.ZERO));
        }
        Duration kept = ready.order().text().query().asked().kept();
        Optional<KeptAnswers.Kept> known =
                reader.wantsAnew() || kept.isZero() ? Optional.empty() : answers.find(question);
        known.ifPresent(answer -> read(answer, reader));
        return known.isPresent() ? Optional.empty() : join(question, reader, kept);
    }

    private void read(KeptAnswers.Kept answer, RunReader reader) {
        RunEvent event = new RunEvent.Kept("kept", answer.at().toString());
        try {
            reader.outlet().give(ByteBuffer.wrap(RunStream.line(json, event)));
            for (ByteBuffer some : answer.whole().lines()) {
                reader.outlet().give(some.duplicate());
            }
            reader.answeredBy(answer.whole().sentId());
            reader.ends();
        } catch (IOException e) {
            reader.fails(new UncheckedIOException(e.getMessage(), e));
        }
    }

    private Optional<Begun> join(SameQuestion question, RunReader reader, Duration kept) {
        List<Begun> mine = new ArrayList<>();
        underWay.compute(question, (same, known) -> {
            if (known != null && known.join(reader)) {
                return known;
            }
            mine.add(begun(question, reader, kept));
            return mine.get(0).run();
        });
        return mine.stream().findFirst();
    }

    private Begun begun(SameQuestion question, RunReader reader, Duration kept) {
        return new Begun(question, new SharedRun(json, clock, question.inside(), reader), kept);
    }

    /** What is told of a run that was stopped. */
    static SourceFailure stopped() {
        return new SourceFailure(SourceFailure.Kind.STOPPED, "The statement was stopped.", "Run it again.", null);
    }

    /** All of it has come. It is kept before anybody hears so: whoever asks again then takes it. */
    void ends(Begun begun) {
        if (!begun.kept().isZero()) {
            begun.run().whole().ifPresent(all -> answers.keep(begun.question(), begun.kept(), all));
        }
        begun.run().ends();
    }

    /** It has ended, however. Another that asks the same by now stays. */
    void over(Begun begun) {
        underWay.remove(begun.question(), begun.run());
    }
}
