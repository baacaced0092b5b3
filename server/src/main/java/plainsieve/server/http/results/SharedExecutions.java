package plainsieve.server.http.results;

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
import plainsieve.server.records.sent.StatementCause;
import plainsieve.server.results.runs.QueryRunner;
import plainsieve.server.sources.Cancellations;
import plainsieve.server.sources.ViewerErrorMessages;
import plainsieve.server.sources.sent.SentLog;
import plainsieve.sources.Cancellation;
import plainsieve.sources.SourceFailure;
import tools.jackson.databind.json.JsonMapper;

/**
 * The running executions by request, so that identical concurrent requests share one. The same statement with the same values in
 * the same project state returns the same rows for every caller. Each caller has an entry in Sent.
 */
@Component
class SharedExecutions {
    private final Map<ResultCacheKey, SharedExecution> underWay = new ConcurrentHashMap<>();
    private final ResultCache answers;
    private final Cancellations cancellations;
    private final SentLog log;
    private final JsonMapper json;
    private final Clock clock;

    SharedExecutions(ResultCache answers, Cancellations cancellations, SentLog log, JsonMapper json, Clock clock) {
        this.answers = answers;
        this.cancellations = cancellations;
        this.log = log;
        this.json = json;
        this.clock = clock;
    }

    /** A run to be started. @param kept how long its result is reused */
    record Begun(ResultCacheKey question, SharedExecution run, Duration kept) {}

    /**
     * The reader joins a running execution, gets a cached result, or starts a new execution. Drafts are
     * always executed.
     */
    Optional<Begun> join(QueryRunner.PreparedRun ready, ResultSubscriber reader) {
        String runId = ready.order().runId();
        Cancellations.RunKey key =
                new Cancellations.RunKey(ready.order().asked().caller().owner(), runId);
        Cancellation stop = cancellations.begin(key);
        reader.end().whenComplete((done, failure) -> cancellations.end(key, stop));
        reader.subscribe(
                stop,
                ViewerErrorMessages.redact(ready.order().asked().caller(), stopped()),
                id -> log.alsoFor(id, runId, ready.origin(), ready.statement()));
        ResultCacheKey question = ResultCacheKey.of(ready);
        if (ready.order().purpose().cause() != StatementCause.REPORT) {
            return Optional.of(start(question, reader, Duration.ZERO));
        }
        Duration kept = ready.order().text().query().asked().cacheTime();
        Optional<ResultCache.Kept> known =
                reader.wantsRefresh() || kept.isZero() ? Optional.empty() : answers.find(question);
        known.ifPresent(answer -> read(answer, reader));
        return known.isPresent() ? Optional.empty() : join(question, reader, kept);
    }

    private void read(ResultCache.Kept answer, ResultSubscriber reader) {
        RunEvent event = new RunEvent.Cached("cached", answer.at().toString());
        try {
            reader.outlet().write(ByteBuffer.wrap(ResultStreamWriter.line(json, event)));
            for (ByteBuffer some : answer.whole().lines()) {
                reader.outlet().write(some.duplicate());
            }
            reader.answeredBy(answer.whole().sentId());
            reader.complete();
        } catch (IOException e) {
            reader.fails(new UncheckedIOException(e.getMessage(), e));
        }
    }

    private Optional<Begun> join(ResultCacheKey question, ResultSubscriber reader, Duration kept) {
        List<Begun> mine = new ArrayList<>();
        underWay.compute(question, (same, known) -> {
            if (known != null && known.join(reader)) {
                return known;
            }
            mine.add(start(question, reader, kept));
            return mine.get(0).run();
        });
        return mine.stream().findFirst();
    }

    private Begun start(ResultCacheKey question, ResultSubscriber reader, Duration kept) {
        return new Begun(question, new SharedExecution(json, clock, question.inside(), reader), kept);
    }

    /** The event of a cancelled run. */
    static SourceFailure stopped() {
        return new SourceFailure(SourceFailure.Kind.STOPPED, "The statement was stopped.", "Run it again.", null);
    }

    /** All rows have arrived. The result is cached before readers are notified, so that a repeated request finds it. */
    void complete(Begun begun) {
        if (!begun.kept().isZero()) {
            begun.run().whole().ifPresent(all -> answers.put(begun.question(), begun.kept(), all));
        }
        begun.run().complete();
    }

    /** The execution ended in any way. A newer one for the same request stays. */
    void remove(Begun begun) {
        underWay.remove(begun.question(), begun.run());
    }
}
