package plainsieve.bench;

import io.zonky.test.db.postgres.embedded.EmbeddedPostgres;
import java.sql.Connection;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import plainsieve.core.parameter.ChoiceReader;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.Wanted;
import plainsieve.core.statement.BoundValue;
import plainsieve.core.statement.Statement;
import plainsieve.demo.LocalMariaDb;
import plainsieve.demo.MariaDbFerries;
import plainsieve.demo.PostgresFerries;
import plainsieve.sources.Cancellation;
import plainsieve.sources.Column;
import plainsieve.sources.Dispatch;
import plainsieve.sources.RowReceiver;
import plainsieve.sources.RunLimits;
import plainsieve.sources.Secret;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceSettings;
import plainsieve.sources.jdbc.JdbcSource;

/**
 * On a million crossings in PostgreSQL and MariaDB: the time of our statement against the best SQL by hand for the same
 * choices, and against the same query with optional filters written by hand. The three take turns; medians are shown.
 */
public final class Plans {
    private static final int CROSSINGS = 1_000_000;
    private static final int WARM_UPS = 5;
    private static final int RUNS = 25;
    private static final double NANOS_PER_MILLI = 1e6;

    private Plans() {}

    public static void main(String[] arguments) throws Exception {
        ScheduledExecutorService clock = Executors.newSingleThreadScheduledExecutor();
        try (EmbeddedPostgres postgres = EmbeddedPostgres.start();
                LocalMariaDb mariaDb = LocalMariaDb.start()) {
            try (Connection connection = postgres.getPostgresDatabase().getConnection()) {
                PostgresFerries.write(connection, CROSSINGS, done -> {});
            }
            try (Connection connection = mariaDb.connect()) {
                MariaDbFerries.write(connection, CROSSINGS, done -> {});
            }
            measure(
                    new SourceAccess(
                            "pg",
                            new SourceSettings.PostgreSql("localhost", postgres.getPort(), "postgres", "postgres"),
                            new Secret("x")),
                    clock);
            measure(
                    new SourceAccess(
                            "maria",
                            new SourceSettings.MariaDb("127.0.0.1", mariaDb.port(), "ferries", "root"),
                            Secret.none()),
                    clock);
        } finally {
            clock.shutdownNow();
        }
    }

    private static void measure(SourceAccess access, ScheduledExecutorService clock) {
        System.out.printf(
                "plan  %-34s %9s %9s %9s %7s %9s%n",
                access.settings().kind().title(), "ours ms", "hand ms", "idiom ms", "ours/h", "idiom/ours", "text");
        try (JdbcSource source = new JdbcSource(access, clock)) {
            for (PlanCase made : PlanCase.all(access.settings().kind())) {
                Statement ours = ours(made, source);
                Statement hand = plain(made.byHand(), made, source);
                Statement idiom = plain(made.withIdioms(), made, source);
                long rows = rows(source, ours);
                if (rows != rows(source, hand) || rows != rows(source, idiom)) {
                    throw new IllegalStateException(made.name() + ": the three do not give the same rows");
                }
                double[] medians = medians(source, List.of(ours, hand, idiom));
                System.out.printf(
                        "plan  %-34s %9.2f %9.2f %9.2f %7.2f %9.1f %s%n",
                        made.name(),
                        medians[0],
                        medians[1],
                        medians[2],
                        medians[0] / medians[1],
                        medians[2] / medians[0],
                        ours.text().equals(hand.text()) ? "as by hand" : "other");
            }
        }
    }

    private static Statement ours(PlanCase made, JdbcSource source) {
        Map<String, Parameter> parameters = new LinkedHashMap<>();
        Map<String, ChoiceText> choices = new LinkedHashMap<>();
        made.parameters().forEach(parameter -> parameters.put(parameter.name(), parameter));
        made.parameters()
                .forEach(parameter -> choices.put(
                        parameter.name(), made.choices().getOrDefault(parameter.name(), ChoiceText.blank())));
        return PreparedQuery.of(made.written(), source.dialect())
                .rewrite(
                        new Choices(parameters, ChoiceReader.readAll(parameters, choices)),
                        Wanted.allRows(),
                        Statement.NO_CAP);
    }

    /** A statement as written, each value bound where it stands. */
    private static Statement plain(PlanCase.Bindings written, PlanCase made, JdbcSource source) {
        List<BoundValue> values = new ArrayList<>();
        int at = -1;
        for (plainsieve.core.statement.Bound bound : written.values()) {
            at = written.text().indexOf('?', at + 1);
            values.add(new BoundValue("", at, bound));
        }
        return new Statement(written.text(), values, List.of(), Statement.NO_CAP);
    }

    private static long rows(JdbcSource source, Statement statement) {
        return source.run(
                        new Dispatch.Sql(statement),
                        new RunLimits(Duration.ofSeconds(60)),
                        new Cancellation(),
                        new Nobody())
                .fetched();
    }

    private static double[] medians(JdbcSource source, List<Statement> statements) {
        double[][] times = new double[statements.size()][RUNS];
        for (int run = -WARM_UPS; run < RUNS; run++) {
            for (int i = 0; i < statements.size(); i++) {
                long start = System.nanoTime();
                rows(source, statements.get(i));
                if (run >= 0) {
                    times[i][run] = (System.nanoTime() - start) / NANOS_PER_MILLI;
                }
            }
        }
        return Arrays.stream(times).mapToDouble(Plans::median).toArray();
    }

    private static double median(double[] times) {
        double[] sorted = times.clone();
        Arrays.sort(sorted);
        return sorted[sorted.length / 2];
    }

    private static final class Nobody implements RowReceiver {
        @Override
        public void columns(List<Column> columns) {
            // Only the time until the last row counts.
        }

        @Override
        public void row(Object[] row) {
            // Only the time until the last row counts.
        }
    }
}
