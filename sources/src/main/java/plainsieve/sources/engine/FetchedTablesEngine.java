package plainsieve.sources.engine;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ScheduledExecutorService;
import java.util.function.Supplier;
import plainsieve.sources.Cancellation;
import plainsieve.sources.Source;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceFailure;
import plainsieve.sources.jdbc.JdbcSource;
import plainsieve.sources.jdbc.vendor.DuckDbVendor;

/** Opens embedded engines on fetched tables. */
public final class FetchedTablesEngine {
    private final SourceAccess access;
    private final EnginePool enginePool;
    private final ScheduledExecutorService clock;

    /** @param access named in error messages */
    public FetchedTablesEngine(SourceAccess access, EnginePool enginePool, ScheduledExecutorService clock) {
        this.access = access;
        this.enginePool = enginePool;
        this.clock = clock;
    }

    /** Runs statements in an engine with known fetched tables. */
    public interface Question<F, T> {
        T ask(Source engine, F facts);
    }

    /** Queries an engine on some tables. @param gathering may be called again: newer ones may replace them concurrently */
    public <F, T> T on(Supplier<CachedTables<F>> gathering, Cancellation cancellation, Question<F, T> question) {
        while (true) {
            CachedTables<F> tables = gathering.get();
            Optional<EmbeddedEngine> engine = tables.entered(database -> opened(database, cancellation));
            if (engine.isPresent()) {
                try {
                    return question.ask(engine.get().source(), tables.facts());
                } finally {
                    engine.get().release();
                }
            }
        }
    }

    private EmbeddedEngine opened(Path database, Cancellation cancellation) {
        Source source = new JdbcSource(
                access,
                new DuckDbVendor(
                        database.toString(), List.of(), enginePool.each().settings()),
                clock);
        EmbeddedEngine engine = new EmbeddedEngine(source, enginePool, () -> {});
        // Entered before it is added to the pool, which could close it while unused.
        engine.acquire();
        boolean room = false;
        try {
            room = enginePool.add(engine, () -> cancellation.reason().isPresent());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        if (!room) {
            source.close();
            throw new SourceFailure(
                    SourceFailure.Kind.BUSY,
                    "Too many files and responses are being queried at this moment.",
                    "Try again later.",
                    null);
        }
        return engine;
    }
}
