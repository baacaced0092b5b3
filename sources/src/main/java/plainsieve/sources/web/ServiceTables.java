package plainsieve.sources.web;

import java.time.Duration;
import java.util.List;
import java.util.concurrent.ScheduledExecutorService;
import java.util.stream.IntStream;
import plainsieve.sources.Cancellation;
import plainsieve.sources.RunLimits;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceFailure;
import plainsieve.sources.engine.EnginePool;
import plainsieve.sources.engine.FetchedTables;
import plainsieve.sources.engine.FetchedTablesEngine;

/** The fetched tables of a service. */
final class ServiceTables {
    private static final int MOST_KEPT = 60;

    /** The age is limited by each query. */
    private static final Duration HOWEVER_OLD = Duration.ofDays(365);

    private final FetchedTablesEngine engine;
    private final ResponseFetcher fetch;
    private final FetchedTables<List<TableAsk>, List<ResponseFacts>> answers;

    ServiceTables(
            SourceAccess access,
            EnginePool enginePool,
            ScheduledExecutorService clock,
            ResponseFetcher fetch,
            HttpSource asking) {
        this.engine = new FetchedTablesEngine(access, enginePool, clock);
        this.fetch = fetch;
        this.answers = new FetchedTables<>(new SharedTables(asking), MOST_KEPT, clock);
    }

    /** As many rows as are needed of each table do for fewer of them. */
    private record SharedTables(HttpSource asking)
            implements FetchedTables.SharedFetch<List<TableAsk>, List<ResponseFacts>> {
        @Override
        public boolean serves(List<TableAsk> there, List<TableAsk> wanted) {
            return there.size() == wanted.size()
                    && IntStream.range(0, there.size())
                            .allMatch(i -> wanted.get(i).isServedBy(there.get(i)));
        }

        @Override
        public List<TableAsk> as(List<TableAsk> wanted, List<ResponseFacts> facts) {
            return IntStream.range(0, wanted.size())
                    .mapToObj(i -> facts.get(i).whole() ? wanted.get(i).whole() : wanted.get(i))
                    .toList();
        }

        @Override
        public RuntimeException stopped(Cancellation cancellation) {
            return asking.stopped(cancellation);
        }
    }

    /** Fetches missing responses and queries the engine. Throws {@link SourceFailure} like both. */
    <T> T on(
            List<TableAsk> tables,
            RunLimits limits,
            Cancellation cancellation,
            FetchedTablesEngine.Question<List<ResponseFacts>, T> question) {
        FetchedTables.FetchRequest<List<TableAsk>> wanted =
                new FetchedTables.FetchRequest<>(tables, HOWEVER_OLD, limits.longest());
        return engine.on(
                () -> answers.get(wanted, stop -> fetch.fetch(tables, stop), cancellation), cancellation, question);
    }

    void close() {
        answers.close();
    }

    /** How many rows were fetched for all tables. */
    static long rows(List<ResponseFacts> facts) {
        return facts.stream().mapToLong(ResponseFacts::rows).sum();
    }
}
