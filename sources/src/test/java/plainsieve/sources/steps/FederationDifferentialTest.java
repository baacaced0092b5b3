package plainsieve.sources.steps;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Duration;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.federation.FederatedStatement;
import plainsieve.core.federation.SourcePart;
import plainsieve.core.parameter.Choices;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.statement.Statement;
import plainsieve.core.steps.compile.RemoteQuery;
import plainsieve.core.steps.compile.SchemaContext;
import plainsieve.core.steps.compile.StepsAnalysis;
import plainsieve.core.steps.federated.FederatedSteps;
import plainsieve.core.steps.model.KnownColumn;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Type;
import plainsieve.sources.Cancellation;
import plainsieve.sources.OutgoingStatement;
import plainsieve.sources.PartSender;
import plainsieve.sources.RowReceiver;
import plainsieve.sources.RunLimits;
import plainsieve.sources.RunSummary;
import plainsieve.sources.Source;
import plainsieve.sources.TestDatabases;
import plainsieve.sources.engine.EngineLimits;
import plainsieve.sources.engine.EnginePool;
import plainsieve.sources.federation.FederatedSource;
import plainsieve.sources.jdbc.JdbcSource;

/**
 * Random chains of steps return the rows of a step-by-step evaluation in memory, also where some of their tables are queries of
 * another database, with and without key transfer.
 *
 * <p>More cases with other seeds: {@code -Dseveral.cases=5000 -Dseveral.seed=7}.
 */
class FederationDifferentialTest {
    private static final ScheduledExecutorService CLOCK = Executors.newSingleThreadScheduledExecutor();
    private static final long SEED = Long.getLong("several.seed", 20261127);
    private static final int CASES = Integer.getInteger("several.cases", 30);
    private static final int MOST_STEPS = 8;
    private static final RunLimits LIMITS = new RunLimits(Duration.ofMinutes(1));

    @TempDir
    Path folder;

    private int narrowed;

    @AfterAll
    static void stopClock() {
        CLOCK.shutdownNow();
    }

    @ParameterizedTest
    @CsvSource({"duckdb, postgresql", "postgresql, mariadb", "mariadb, sqlite", "sqlite, duckdb"})
    void equalsStepByStepEvaluation(String own, String other) throws Exception {
        int asked = 0;
        EnginePool enginePool = new EnginePool(new EngineLimits(1L << 30, 2), 4);
        try (JdbcSource ours = new JdbcSource(TestDatabases.awkward(own, StepsTables::write), CLOCK);
                JdbcSource theirs = new JdbcSource(TestDatabases.awkward(other, StepsTables::write), CLOCK);
                FederatedSource several =
                        new FederatedSource(enginePool, folder, new FederatedSource.Limits(100_000), CLOCK)) {
            for (int i = 0; asked < CASES; i++) {
                RandomChain chain = new RandomChain(SEED * 1_000_003 + i, 1 + i % MOST_STEPS);
                String text = chain.text().replaceAll(" of (quays|tides)\\b", " of query '$1'");
                Places places = new Places(own, other, i % 3 > 0);
                if (!FederatedSteps.isOne(text, places)) {
                    continue;
                }
                String story = "case %d of seed %d on %s and %s%n%s".formatted(i, SEED, own, other, text);
                StepsAnalysis analysis = FederatedSteps.of(text, Dialects.of(own), places);
                if (isRefused(analysis)) {
                    continue;
                }
                assertThat(analysis.problems()).as(story).isEmpty();
                check(story, chain, analysis, several.sourceOf(new Asking(ours, theirs)));
                asked++;
            }
        }
        assertThat(narrowed).as("statements that values went with").isGreaterThan(CASES / 8);
    }

    /** Queries cannot be called for each fetched row; some databases do not support all leading steps. */
    private static boolean isRefused(StepsAnalysis analysis) {
        return analysis.problems().stream().anyMatch(problem -> problem.kind() == ProblemKind.NOT_SUPPORTED);
    }

    private void check(String story, RandomChain chain, StepsAnalysis analysis, Source together) {
        String sql = analysis.statement().sql();
        Statement statement = PreparedQuery.ofAny(sql, Dialects.HERE)
                .rewrite(new Choices(chain.parameters(), chain.choices()), ResultShape.allRows(), Statement.NO_CAP);
        assertThat(FederatedStatement.isOne(statement.text())).as(story).isTrue();
        String all = "%s%n%s%nsent: %s %s".formatted(story, sql, statement.text(), statement.values());
        RowComparison.check(all, chain.grid(), rows(all, together, statement));
    }

    private static List<List<Object>> rows(String story, Source together, Statement statement) {
        try {
            return TestDatabases.rows(together, statement);
        } catch (RuntimeException e) {
            throw new AssertionError(story, e);
        }
    }

    /** The tables of one database, and queries for two tables of the other. @param travels whether keys may be transferred both ways */
    private record Places(String own, String other, boolean travels) implements SchemaContext {
        @Override
        public String source() {
            return "ours";
        }

        @Override
        public Optional<RemoteQuery> elsewhere(String id) {
            SchemaContext theirs = new Theirs(other);
            Dialect dialect = Dialects.of(other);
            return theirs.query(id)
                    .map(text -> new RemoteQuery("theirs", dialect, text, theirs.columns("", id), theirs));
        }

        @Override
        public boolean mayTravel(String from, String to) {
            return travels;
        }

        @Override
        public Optional<List<KnownColumn>> columns(String schema, String table) {
            return StepsTables.known(true).columns(schema, table);
        }

        @Override
        public List<Set<String>> keys(String schema, String table) {
            return StepsTables.known(true).keys(schema, table);
        }

        @Override
        public Collection<String> tables() {
            return StepsTables.known(true).tables();
        }

        @Override
        public Optional<String> query(String id) {
            return StepsTables.known(true).query(id);
        }

        @Override
        public Collection<String> queries() {
            return StepsTables.known(true).queries();
        }
    }

    /** One of its queries consists of steps, one of SQL. */
    private record Theirs(String kind) implements SchemaContext {
        private static final Map<String, String> TEXTS =
                Map.of("quays", "steps 1\nfrom quays", "tides", "select id, a, t, d, m, v from tides -- all");

        @Override
        public Optional<List<KnownColumn>> columns(String schema, String table) {
            return StepsTables.known(true).columns(schema, table);
        }

        @Override
        public Collection<String> tables() {
            return StepsTables.known(true).tables();
        }

        @Override
        public Optional<String> query(String id) {
            return Optional.ofNullable(TEXTS.get(id));
        }

        @Override
        public Collection<String> queries() {
            return TEXTS.keySet();
        }

        @Override
        public Optional<Type> parameter(String name) {
            return Optional.empty();
        }
    }

    /** Sends each side to its database. */
    private final class Asking implements PartSender {
        private final Source ours;
        private final Source theirs;

        Asking(Source ours, Source theirs) {
            this.ours = ours;
            this.theirs = theirs;
        }

        @Override
        public RunSummary send(SourcePart part, Statement statement, Cancellation whole, RowReceiver receiver) {
            narrowed += statement.text().contains("needed_")
                            || statement.values().stream()
                                    .anyMatch(value -> value.parameter().startsWith("needed_"))
                    ? 1
                    : 0;
            Source source = part.source().equals("ours") ? ours : theirs;
            Cancellation run = new Cancellation();
            whole.begin(() -> run.stop(Cancellation.Reason.LEFT));
            return source.run(new OutgoingStatement.Sql(statement), LIMITS, run, receiver);
        }

        @Override
        public boolean counts(SourcePart part) {
            return true;
        }
    }
}
