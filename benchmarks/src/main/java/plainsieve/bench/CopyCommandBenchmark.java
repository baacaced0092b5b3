package plainsieve.bench;

import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.util.Locale;
import org.postgresql.PGConnection;

/**
 * A download of a million rows as CSV, to its last byte, against the database's own COPY of the same statement with its values in
 * the text, in turns: DuckDB's into a file, PostgreSQL's to its client. Ours is compiled by then.
 */
public final class CopyCommandBenchmark {
    private static final int WARM_UP = 5;
    private static final int RUNS = Integer.getInteger("bench.runs", 5);
    private static final double MILLIS_PER_SECOND = 1e3;
    private static final String EVERYTHING =
            "{\"port\":{\"kind\":\"blank\"},\"from\":{\"kind\":\"blank\"},\"to\":{\"kind\":\"blank\"},\"min_delay\":{\"kind\":\"blank\"}}";

    private CopyCommandBenchmark() {}

    /** @param arguments names of databases; none for both */
    public static void main(String[] arguments) throws Exception {
        String[] both = {"duckdb", "postgres"};
        DemoServer.each(arguments.length == 0 ? both : arguments, CopyCommandBenchmark::measure);
        System.exit(0);
    }

    private interface Copying {
        void copy(String statement) throws Exception;
    }

    private static void measure(DemoServer server, FerryDatabase database) throws Exception {
        long bytes = 0;
        for (int run = 0; run < WARM_UP; run++) {
            bytes = server.download(database.report(), EVERYTHING, "csv");
        }
        String statement = server.lastText(database.report());
        try (Connection connection = connect(database)) {
            Copying copying = database.name().equals("duckdb") ? intoFile(connection) : toClient(connection);
            copying.copy(statement);
            double[] ours = new double[RUNS];
            double[] theirs = new double[RUNS];
            for (int run = 0; run < RUNS; run++) {
                ours[run] = TimedTask.millis(() -> server.download(database.report(), EVERYTHING, "csv"));
                theirs[run] = TimedTask.millis(() -> copying.copy(statement));
            }
            double our = InterleavedRuns.median(ours);
            double their = InterleavedRuns.median(theirs);
            System.out.printf(
                    Locale.ROOT,
                    "copy out  %-9s %,d bytes: %.2f s, COPY %.2f s, %.2f of its speed%n",
                    database.name(),
                    bytes,
                    our / MILLIS_PER_SECOND,
                    their / MILLIS_PER_SECOND,
                    their / our);
        }
    }

    /** The file of the demo may not be written from; a copy of it may. */
    private static Connection connect(FerryDatabase database) throws Exception {
        if (!database.name().equals("duckdb")) {
            return database.connect();
        }
        Path copy = Files.createTempDirectory("plainsieve-copy").resolve("ferries.duckdb");
        Files.copy(Path.of(database.url().substring("jdbc:duckdb:".length())), copy);
        return DriverManager.getConnection("jdbc:duckdb:" + copy);
    }

    private static Copying intoFile(Connection connection) throws Exception {
        Path file = Files.createTempFile("plainsieve-copy", ".csv");
        return statement -> {
            try (java.sql.Statement copy = connection.createStatement()) {
                copy.execute("copy (%s) to '%s' (format csv, header)".formatted(statement, file));
            }
        };
    }

    private static Copying toClient(Connection connection) {
        return statement -> connection
                .unwrap(PGConnection.class)
                .getCopyAPI()
                .copyOut(
                        "copy (%s) to stdout (format csv, header)".formatted(statement),
                        OutputStream.nullOutputStream());
    }
}
