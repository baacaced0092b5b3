package plainsieve.bench;

import java.time.Duration;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import plainsieve.core.statement.Statement;
import plainsieve.core.steps.compile.StepsAnalysis;
import plainsieve.demo.ReportingTask;
import plainsieve.sources.Cancellation;
import plainsieve.sources.CatalogSchemaContext;
import plainsieve.sources.RunLimits;
import plainsieve.sources.SourceKind;
import plainsieve.sources.jdbc.JdbcSource;

/**
 * On a million crossings in PostgreSQL and MariaDB: the time of the statement compiled from steps against the SQL that an
 * expert writes for the same task.
 */
public final class ReportingTaskBenchmark {
    private static final int CROSSINGS = 1_000_000;
    private static final InterleavedRuns TURNS = new InterleavedRuns(1, 7);

    private ReportingTaskBenchmark() {}

    public static void main(String[] arguments) throws Exception {
        DatabaseServers.each(EnumSet.of(SourceKind.POSTGRESQL, SourceKind.MARIADB), CROSSINGS, open -> {
            try (JdbcSource source = open.get()) {
                measure(source);
            }
        });
    }

    private static void measure(JdbcSource source) {
        String kind = source.dialect().name();
        CatalogSchemaContext known = new CatalogSchemaContext(
                source.catalogue(new RunLimits(Duration.ofSeconds(60)), new Cancellation()), Map.of());
        System.out.printf("task  %-50s %9s %9s %6s%n", kind, "steps ms", "hand ms", "ratio");
        for (ReportingTask task : ReportingTask.all()) {
            if (task.expertOn(kind).isEmpty()) {
                continue;
            }
            String sql = StepsAnalysis.of("steps 1\n" + task.steps(), source.dialect(), known)
                    .statement()
                    .sql();
            Statement steps = plain(sql);
            Statement expert = plain(task.expertOn(kind));
            if (InterleavedRuns.rows(source, steps) != InterleavedRuns.rows(source, expert)) {
                throw new IllegalStateException(task.name() + ": the two do not give as many rows");
            }
            double[] medians = TURNS.medians(source, List.of(steps, expert));
            System.out.printf(
                    "task  %-50s %9.2f %9.2f %6.2f%n", task.name(), medians[0], medians[1], medians[0] / medians[1]);
        }
    }

    private static Statement plain(String sql) {
        return new Statement(sql, List.of(), List.of(), Statement.NO_CAP);
    }
}
