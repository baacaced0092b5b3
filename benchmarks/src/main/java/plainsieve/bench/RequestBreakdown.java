package plainsieve.bench;

import java.sql.Connection;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import plainsieve.core.statement.Statement;
import plainsieve.sources.jdbc.JdbcSource;

/**
 * The parts of a request for the report's table, on each database: the whole request to its last byte; the same statement with the same
 * values over plain JDBC, prepared once, in the same process; the statement through our source without a client; and an empty request.
 * They alternate after the same warm-up, in blocks, so that the spread between blocks shows the noise.
 */
public final class RequestBreakdown {
    private static final int WARM_UP = Integer.getInteger("bench.warm-up", 400);
    private static final int BLOCKS = Integer.getInteger("bench.blocks", 5);
    private static final int RUNS = Integer.getInteger("bench.runs", 30);

    private RequestBreakdown() {}

    /** @param arguments names of databases; none for all */
    public static void main(String[] arguments) throws Exception {
        DemoServer.each(arguments, RequestBreakdown::measure);
        System.exit(0);
    }

    private static void measure(DemoServer server, FerryDatabase database) throws Exception {
        ScheduledExecutorService clock = Executors.newSingleThreadScheduledExecutor();
        try (JdbcSource source = database.source(clock)) {
            for (int rows : new int[] {100, 1_000, 100_000}) {
                String choices = DemoServer.choices(rows);
                Statement statement = server.statement(database.report(), choices);
                try (Connection connection = database.connect();
                        HandwrittenStatement handwrittenStatement = new HandwrittenStatement(connection, statement)) {
                    boolean many = rows > 1_000;
                    Map<String, TimedTask> works = new LinkedHashMap<>();
                    works.put("request", () -> server.request(database.report(), choices));
                    works.put(
                            many ? "by hand with JSON" : "by hand",
                            many ? handwrittenStatement::rowsAsJson : handwrittenStatement::rows);
                    works.put("through the source", () -> InterleavedRuns.rows(source, statement));
                    works.put("an empty request", () -> server.get("/queries/port-names"));
                    print(database.name(), handwrittenStatement.rows(), works, many);
                }
            }
        } finally {
            clock.shutdownNow();
        }
    }

    private static void print(String database, long rows, Map<String, TimedTask> works, boolean many) throws Exception {
        String[] names = works.keySet().toArray(String[]::new);
        double[][] blocks = new double[names.length][BLOCKS];
        int warmUp = many ? WARM_UP / 10 : WARM_UP;
        block(works, warmUp);
        for (int block = 0; block < BLOCKS; block++) {
            double[] medians = block(works, many ? Math.max(5, RUNS / 3) : RUNS);
            for (int i = 0; i < names.length; i++) {
                blocks[i][block] = medians[i];
            }
        }
        double[] ratios = new double[BLOCKS];
        for (int block = 0; block < BLOCKS; block++) {
            ratios[block] = blocks[0][block] / blocks[1][block];
        }
        Arrays.sort(ratios);
        System.out.printf(
                "apart  %-9s %,9d rows: ratio %.2f (%.2f to %.2f)",
                database, rows, ratios[BLOCKS / 2], ratios[0], ratios[BLOCKS - 1]);
        for (int i = 0; i < names.length; i++) {
            Arrays.sort(blocks[i]);
            System.out.printf("; %s %.2f ms", names[i], blocks[i][BLOCKS / 2]);
        }
        System.out.println();
    }

    /** The median of each, in milliseconds; the order rotates. */
    private static double[] block(Map<String, TimedTask> works, int runs) throws Exception {
        TimedTask[] all = works.values().toArray(TimedTask[]::new);
        double[][] times = new double[all.length][runs];
        for (int run = 0; run < runs; run++) {
            for (int place = 0; place < all.length; place++) {
                int i = (place + run) % all.length;
                times[i][run] = TimedTask.millis(all[i]);
            }
        }
        return Arrays.stream(times)
                .mapToDouble(one -> {
                    Arrays.sort(one);
                    return one[one.length / 2];
                })
                .toArray();
    }
}
