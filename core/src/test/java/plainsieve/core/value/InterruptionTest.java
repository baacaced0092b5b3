package plainsieve.core.value;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import plainsieve.core.catalog.ColumnFacts;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.hardcoded.HardCodedValueFinder;
import plainsieve.core.notice.Notices;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.steps.compile.SchemaContext;
import plainsieve.core.steps.compile.StepsAnalysis;
import plainsieve.core.steps.convert.SqlToSteps;

/** Work on long texts stops when its thread is interrupted. */
class InterruptionTest {
    private static final Dialect DIALECT = Dialects.of("postgresql");
    private static final String SQL =
            "select * from t where a = 1" + " and x in (select y from s where z = 1 or date(c) >= 7)".repeat(17_000);
    private static final String STEPS = "steps 1\nfrom t" + "\nwhere a in ('b')".concat(", 'b'".repeat(100_000));

    private final ExecutorService thread = Executors.newSingleThreadExecutor();

    @AfterEach
    void end() {
        thread.shutdownNow();
    }

    static List<Runnable> work() {
        return List.of(
                () -> PreparedQuery.of(SQL, DIALECT),
                () -> HardCodedValueFinder.of(ParsedQuery.parse(SQL, DIALECT), DIALECT, ColumnFacts.none(), Set.of()),
                () -> Notices.of(ParsedQuery.parse(SQL, DIALECT), DIALECT, Map.of(), ColumnFacts.none()),
                () -> SqlToSteps.asSteps(SQL, DIALECT, SchemaContext.nothing()),
                () -> StepsAnalysis.of(STEPS, DIALECT, SchemaContext.nothing()));
    }

    @ParameterizedTest
    @MethodSource("work")
    void stops(Runnable work) throws Exception {
        Future<?> running = thread.submit(() -> Stream.generate(() -> work).forEach(Runnable::run));
        Thread.sleep(150);
        running.cancel(true);
        thread.shutdown();
        assertThat(thread.awaitTermination(1, TimeUnit.SECONDS)).isTrue();
    }

    @Test
    void continuesWithoutAnInterrupt() {
        Interruption.check();
        Thread.currentThread().interrupt();
        try {
            assertThatThrownBy(Interruption::check).isInstanceOf(CancellationException.class);
        } finally {
            assertThat(Thread.interrupted()).isTrue();
        }
    }
}
