package plainsieve.sources.web;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ScheduledExecutorService;
import plainsieve.sources.Cancellation;
import plainsieve.sources.RunLimits;
import plainsieve.sources.Source;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceFailure;
import plainsieve.sources.engine.Engines;
import plainsieve.sources.engine.OpenEngine;
import plainsieve.sources.jdbc.DuckDbVendor;
import plainsieve.sources.jdbc.JdbcSource;

/** The tables that come of a service's answers, open to an engine of this process. */
final class AskedTables {
    private final SourceAccess access;
    private final Engines engines;
    private final ScheduledExecutorService clock;
    private final Answers answers;

    AskedTables(SourceAccess access, Engines engines, ScheduledExecutorService clock, Answers answers) {
        this.access = access;
        this.engines = engines;
        this.clock = clock;
        this.answers = answers;
    }

    /** Fetches what is not kept, and asks the engine on it. Throws {@link SourceFailure} as both do. */
    <T> T on(List<TableAsk> tables, RunLimits limits, Cancellation cancellation, Question<T> question) {
        while (true) {
            KeptAnswer answer = answers.to(tables, limits.longest(), cancellation);
            Optional<OpenEngine> engine = answer.entered(database -> opened(database, cancellation));
            if (engine.isPresent()) {
                try {
                    return question.ask(engine.get().source(), answer.facts());
                } finally {
                    engine.get().leave();
                }
            }
            // A newer answer has taken its place at this moment.
        }
    }

    /** What is asked of the engine, which knows how its tables were fetched. */
    interface Question<T> {
        T ask(Source engine, List<AnswerFacts> facts);
    }

    private OpenEngine opened(Path database, Cancellation cancellation) {
        Source source = new JdbcSource(
                access,
                new DuckDbVendor(database.toString(), List.of(), engines.each().settings()),
                clock);
        OpenEngine engine = new OpenEngine(source, engines, () -> {});
        // Before it is among the others, which could close it while nobody asks it yet.
        engine.enter();
        boolean room = false;
        try {
            room = engines.add(engine, () -> cancellation.reason().isPresent());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        if (!room) {
            source.close();
            throw new SourceFailure(
                    SourceFailure.Kind.BUSY,
                    "Too many answers and files are asked at this moment.",
                    "Try again in a while.",
                    null);
        }
        return engine;
    }

    void close() {
        answers.close();
    }

    /** How many rows were fetched for all tables. */
    static long rows(List<AnswerFacts> facts) {
        return facts.stream().mapToLong(AnswerFacts::rows).sum();
    }
}
