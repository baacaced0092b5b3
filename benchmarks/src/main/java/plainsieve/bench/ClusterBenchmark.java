package plainsieve.bench;

import java.util.List;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.statement.Statement;
import plainsieve.demo.LocalTrino;
import plainsieve.demo.TradeQuery;
import plainsieve.sources.Secret;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceSettings;
import plainsieve.sources.jdbc.JdbcSource;

/**
 * On a Trino cluster, a coordinator and its workers on this machine: the queries of TPC-H with bound choices against the same
 * with literals. Arguments: a schema of TPC-H, such as {@code sf1}, and optionally names of queries. Every statement runs once
 * to warm up and three times measured. For long queries: {@code -Dbench.before=0 -Dbench.runs=1}, and once more with
 * {@code -Dbench.by-hand-first=true}, because the second variant finds more of the cluster compiled.
 */
public final class ClusterBenchmark {
    private static final String SMALL = "tiny";

    private ClusterBenchmark() {}

    public static void main(String[] arguments) throws Exception {
        String schema = arguments.length == 0 ? SMALL : arguments[0];
        List<String> names = List.of(arguments).subList(Math.min(1, arguments.length), arguments.length);
        ScheduledExecutorService clock = Executors.newSingleThreadScheduledExecutor();
        try (LocalTrino cluster = schema.equals(SMALL) ? LocalTrino.start() : LocalTrino.startForLongWork();
                JdbcSource source = new JdbcSource(
                        new SourceAccess(
                                "cluster",
                                new SourceSettings.Trino("127.0.0.1", cluster.port(), "tpch." + schema, "bench"),
                                Secret.none()),
                        clock)) {
            System.out.printf("cluster  %-10s %10s %10s %6s%n", schema, "ours ms", "hand ms", "ratio");
            InterleavedRuns turns =
                    new InterleavedRuns(Integer.getInteger("bench.before", 1), Integer.getInteger("bench.runs", 3));
            TradeQuery.all().stream()
                    .filter(query -> names.isEmpty() || names.contains(query.name()))
                    .forEach(query -> measure(source, query, turns));
        } finally {
            clock.shutdownNow();
        }
    }

    private static void measure(JdbcSource source, TradeQuery query, InterleavedRuns turns) {
        Dialect dialect = source.dialect();
        Statement byHand = new Statement(query.byHand(dialect), List.of(), List.of(), Statement.NO_CAP);
        boolean second = Boolean.getBoolean("bench.by-hand-first");
        Statement ours = query.rewritten(dialect);
        double[] medians = turns.medians(source, second ? List.of(byHand, ours) : List.of(ours, byHand));
        double oursMillis = medians[second ? 1 : 0];
        double byHandMillis = medians[second ? 0 : 1];
        System.out.printf(
                "cluster  %-10s %10.0f %10.0f %6.2f%n",
                query.name(), oursMillis, byHandMillis, oursMillis / byHandMillis);
    }
}
