package plainsieve.bench;

import java.sql.Connection;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Queue;
import java.util.concurrent.Callable;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import plainsieve.core.statement.Statement;
import plainsieve.sources.SourceLimits;

/**
 * Two hundred viewers who request a table of 1,000 rows concurrently, with the same or with different choices, against the
 * same statements with the same values run directly over as many connections as the source has.
 */
public final class ConcurrentViewers {
    private static final int VIEWERS = 200;
    private static final int ROUNDS = Integer.getInteger("bench.rounds", 5);
    /** Rounds that do not count, on both sides. */
    private static final int WARM_UP = Integer.getInteger("bench.warm-up", 1);

    private static final int PLACES = SourceLimits.USUAL.concurrentStatements();
    private static final double NANOS_PER_MILLI = 1e6;
    private static final String[] PORTS = {"Ardlow", "Corrin Bay", "Hythe Ness", "Lunna", "Maddow", "Skerrin"};

    private ConcurrentViewers() {}

    /** @param arguments names of databases; none for all */
    public static void main(String[] arguments) throws Exception {
        DemoServer.each(arguments, ConcurrentViewers::measure);
        System.exit(0);
    }

    private static void measure(DemoServer server, FerryDatabase database) throws Exception {
        List<String> distinct = new ArrayList<>();
        List<Statement> statements = new ArrayList<>();
        for (int i = 0; i < VIEWERS; i++) {
            distinct.add(choices(PORTS[i % PORTS.length], i / PORTS.length));
            statements.add(server.statement(database.report(), distinct.get(i)));
        }
        List<String> same = distinct.stream().map(other -> distinct.get(0)).toList();
        double one = median(alone(server, database, distinct.get(0)));
        try (Pool pool = new Pool(database)) {
            Latencies together = rounds(server, database, same);
            long sent = server.statements(database.report(), VIEWERS);
            print(database, "the same, " + sent + " statements", one, together, rounds(pool, same(statements)));
            print(database, "distinct", one, rounds(server, database, distinct), rounds(pool, statements));
        }
    }

    private static List<Statement> same(List<Statement> statements) {
        return statements.stream().map(other -> statements.get(0)).toList();
    }

    private static String choices(String port, int delay) {
        return "{\"rows\":%s,\"port\":%s,\"min_delay\":%s}"
                .formatted(DemoServer.one("1000"), DemoServer.one(port), DemoServer.one(String.valueOf(delay)));
    }

    private static double[] alone(DemoServer server, FerryDatabase database, String choices) throws Exception {
        double[] times = new double[20];
        for (int i = 0; i < times.length; i++) {
            long start = System.nanoTime();
            server.request(database.report(), choices);
            times[i] = (System.nanoTime() - start) / NANOS_PER_MILLI;
        }
        return times;
    }

    /** Milliseconds until all responses, and until 95 % of them, in the median round. */
    private record Latencies(double all, double most) {}

    private interface Ask {
        void ask() throws Exception;
    }

    private static Latencies rounds(DemoServer server, FerryDatabase database, List<String> choices) throws Exception {
        return rounds(
                VIEWERS,
                choices.stream()
                        .<Ask>map(each -> () -> server.request(database.report(), each))
                        .toList());
    }

    private static Latencies rounds(Pool pool, List<Statement> statements) throws Exception {
        return rounds(
                PLACES,
                statements.stream().<Ask>map(each -> () -> pool.rows(each)).toList());
    }

    /** @param threads how many of them are at work at once; the others wait */
    private static Latencies rounds(int threads, List<Ask> asks) throws Exception {
        double[] all = new double[ROUNDS];
        double[] most = new double[ROUNDS];
        for (int round = -WARM_UP; round < ROUNDS; round++) {
            double[] waited = round(threads, asks);
            if (round >= 0) {
                Arrays.sort(waited);
                all[round] = waited[waited.length - 1];
                most[round] = waited[waited.length * 19 / 20];
            }
        }
        return new Latencies(median(all), median(most));
    }

    private static double[] round(int threads, List<Ask> asks) throws Exception {
        ExecutorService people = Executors.newFixedThreadPool(threads);
        CountDownLatch gate = new CountDownLatch(1);
        List<Future<Long>> ended = new ArrayList<>();
        for (Ask each : asks) {
            Callable<Long> asked = () -> {
                gate.await();
                each.ask();
                return System.nanoTime();
            };
            ended.add(people.submit(asked));
        }
        long start = System.nanoTime();
        gate.countDown();
        double[] waited = new double[asks.size()];
        for (int i = 0; i < waited.length; i++) {
            waited[i] = (ended.get(i).get() - start) / NANOS_PER_MILLI;
        }
        people.shutdown();
        return waited;
    }

    /** A pool with as many connections as a source has, each used by one caller at a time. */
    private static final class Pool implements AutoCloseable {
        private final Queue<Connection> free = new ConcurrentLinkedQueue<>();

        Pool(FerryDatabase database) throws Exception {
            for (int i = 0; i < PLACES; i++) {
                free.add(database.connect());
            }
        }

        void rows(Statement statement) throws Exception {
            Connection connection = free.remove();
            try (HandwrittenStatement handwrittenStatement = new HandwrittenStatement(connection, statement)) {
                handwrittenStatement.rows();
            } finally {
                free.add(connection);
            }
        }

        @Override
        public void close() throws Exception {
            for (Connection connection : free) {
                connection.close();
            }
        }
    }

    private static double median(double[] times) {
        Arrays.sort(times);
        return times[times.length / 2];
    }

    private static void print(FerryDatabase database, String what, double one, Latencies ours, Latencies byHand) {
        System.out.printf(
                "viewers %-9s %d at once, %s: %.0f ms, by hand %.0f ms, ratio %.2f; nineteen of twenty within %.0f ms, one alone %.1f ms%n",
                database.name(), VIEWERS, what, ours.all(), byHand.all(), ours.all() / byHand.all(), ours.most(), one);
    }
}
