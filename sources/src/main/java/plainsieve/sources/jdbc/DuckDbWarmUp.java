package plainsieve.sources.jdbc;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ScheduledExecutorService;
import plainsieve.core.statement.BoundValue;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;
import plainsieve.sources.Cancellation;
import plainsieve.sources.OutgoingStatement;
import plainsieve.sources.RowReceiver;
import plainsieve.sources.RunLimits;
import plainsieve.sources.Secret;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceSettings;
import plainsieve.sources.TimeLimit;
import plainsieve.sources.jdbc.vendor.DuckDbVendor;

/**
 * Runs a statement on an empty in-memory DuckDB, so that the first real one
 * finds the driver and the row reader loaded.
 */
public final class DuckDbWarmUp {
    private static final String NAME = "practice";
    private static final Duration LONGEST = Duration.ofSeconds(2);
    private static final Map<String, String> BOUNDS = Map.of("memory_limit", "64MB", "threads", "1");

    /** Enough rows for dictionary-encoded text. */
    private static final int CAP = 1_000;

    private static final String TEXT = """
            select 'Lunna' as port, moment as departed_at, n::integer as delay_min, n as crossing, moment::date as day, \
            n / 2 as half, n::decimal(9, 2) as fare, n % 2 = 0 as late, ['hull', null] as notes \
            from (select range as n, timestamp '2026-03-01 09:05:00' + to_minutes(range) as moment from range(1000)) \
            where list_contains(?, 'Lunna') and n >= ?""";

    private DuckDbWarmUp() {}

    /** Hands on a thousand rows with a column of each kind. */
    public static void run(RowReceiver receiver) {
        SourceAccess access = new SourceAccess(NAME, new SourceSettings.DuckDb(NAME), Secret.none());
        ScheduledExecutorService clock = TimeLimit.clock();
        try (JdbcSource source = new JdbcSource(access, DuckDbVendor.empty(BOUNDS), clock)) {
            source.run(new OutgoingStatement.Sql(statement()), new RunLimits(LONGEST), new Cancellation(), receiver);
        } finally {
            clock.shutdownNow();
        }
    }

    private static Statement statement() {
        PlaceholderBinding ports =
                new PlaceholderBinding.Array(Type.TEXT, List.of(new Value.Text("Lunna"), new Value.Text("Maddow")));
        BoundValue first = new BoundValue("", TEXT.indexOf('?'), ports);
        BoundValue second =
                new BoundValue("", TEXT.lastIndexOf('?'), new PlaceholderBinding.Single(new Value.Whole(0)));
        return new Statement(TEXT, List.of(first, second), List.of(), CAP);
    }
}
