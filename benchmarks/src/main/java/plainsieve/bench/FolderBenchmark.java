package plainsieve.bench;

import java.io.BufferedWriter;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.Statement;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import plainsieve.sources.Secret;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceSettings;
import plainsieve.sources.engine.EngineLimits;
import plainsieve.sources.engine.EnginePool;
import plainsieve.sources.files.FolderSource;

/**
 * Files as sources: a choice on ten million rows of Parquet against the engine's own driver with the same SQL, and a large CSV and a
 * large workbook, queried the first time (when they are converted) and again.
 */
public final class FolderBenchmark {
    private static final int PARQUET_FILES = 10;
    private static final int ROWS_OF_A_FILE = 1_000_000;
    private static final int CSV_ROWS = 1_000_000;
    private static final int WORKBOOK_ROWS = 200_000;
    private static final int WARM_UPS = 3;
    private static final int RUNS = 15;

    private final Path folder;
    private final FolderSource source;

    private FolderBenchmark(Path folder, FolderSource source) {
        this.folder = folder;
        this.source = source;
    }

    public static void main(String[] arguments) throws Exception {
        Path base = Files.createTempDirectory("plainsieve-bench").toRealPath();
        Path folder = Files.createDirectories(base.resolve("in"));
        parquet(folder);
        csv(folder.resolve("log.csv"));
        workbook(folder.resolve("book.xlsx"));
        ScheduledExecutorService clock = Executors.newSingleThreadScheduledExecutor();
        SourceSettings settings = SourceSettings.Folder.of(folder.toString(), Map.of());
        EnginePool enginePool =
                new EnginePool(new EngineLimits(2L << 30, Runtime.getRuntime().availableProcessors()), 4);
        try (FolderSource source = new FolderSource(
                new SourceAccess("files", settings, Secret.none()), base.resolve("kept"), enginePool, clock)) {
            new FolderBenchmark(folder, source).measure();
        }
        clock.shutdownNow();
        System.exit(0);
    }

    private void measure() throws Exception {
        Path csv = folder.resolve("log.csv");
        Path book = folder.resolve("book.xlsx");
        double first = TimedTask.millis(() -> measure("select count(*) from log"));
        Files.move(csv, folder.resolve("log.csv.away"));
        Files.move(book, folder.resolve("book.xlsx.away"));
        System.out.printf("files  %-46s %9.0f ms%n", "csv and workbook, first time", first);
        double none = TimedTask.millis(() -> measure("select 1"));
        Files.move(folder.resolve("log.csv.away"), csv);
        touch(csv);
        System.out.printf(
                "files  %-46s %9.0f ms%n",
                "csv of 1,000,000 rows, first time",
                TimedTask.millis(() -> measure("select count(*) from log")) - none);
        Files.move(folder.resolve("book.xlsx.away"), book);
        touch(book);
        System.out.printf(
                "files  %-46s %9.0f ms%n",
                "workbook of 200,000 rows, first time",
                TimedTask.millis(() -> measure("select count(*) from book")) - none);
        compareWith(
                "csv, kept, one choice",
                "select sum(amount) from log where station = 'S17'",
                "select sum(amount) from read_csv('" + csv + "') where station = 'S17'");
        System.out.printf(
                "files  %-46s %9.2f ms%n",
                "workbook, kept, one choice",
                median(() -> measure("select sum(amount) from book where station = 'S17'")));
        String direct = " from read_parquet('" + folder + "/crossings/*.parquet')";
        for (String where :
                List.of("day = date '2026-03-05'", "port = 7 and delay > 100", "id between 4000000 and 4000100")) {
            String select = "select count(*), sum(income)";
            compareWith(
                    "10,000,000 rows: " + where,
                    select + " from crossings where " + where,
                    select + direct + " where " + where);
        }
    }

    /** In turns, so that other load affects both alike. */
    private void compareWith(String what, String ours, String theirs) throws Exception {
        double[][] times = new double[2][RUNS];
        try (Connection connection = DriverManager.getConnection("jdbc:duckdb:");
                Statement statement = connection.createStatement()) {
            for (int run = -WARM_UPS; run < RUNS; run++) {
                double mine = TimedTask.millis(() -> measure(ours));
                double other = TimedTask.millis(() -> measure(statement, theirs));
                if (run >= 0) {
                    times[0][run] = mine;
                    times[1][run] = other;
                }
            }
        }
        double mine = middle(times[0]);
        double other = middle(times[1]);
        System.out.printf(
                "files  %-46s %9.2f ms, by hand %9.2f ms, %+.2f ms, ratio %.2f%n",
                what, mine, other, mine - other, mine / other);
    }

    private static double median(TimedTask timedTask) throws Exception {
        double[] times = new double[RUNS];
        for (int run = 0; run < RUNS; run++) {
            times[run] = TimedTask.millis(timedTask);
        }
        return middle(times);
    }

    private static double middle(double[] times) {
        double[] sorted = times.clone();
        Arrays.sort(sorted);
        return sorted[sorted.length / 2];
    }

    private void measure(String sql) {
        InterleavedRuns.rows(
                source,
                new plainsieve.core.statement.Statement(
                        sql, List.of(), List.of(), plainsieve.core.statement.Statement.NO_CAP));
    }

    private static void measure(Statement statement, String sql) throws Exception {
        try (ResultSet rows = statement.executeQuery(sql)) {
            while (rows.next()) {
                rows.getObject(1);
            }
        }
    }

    private static void touch(Path file) throws Exception {
        Files.setLastModifiedTime(file, java.nio.file.attribute.FileTime.fromMillis(System.currentTimeMillis() + 2000));
    }

    private static void parquet(Path folder) throws Exception {
        Path crossings = Files.createDirectories(folder.resolve("crossings"));
        try (Connection connection = DriverManager.getConnection("jdbc:duckdb:");
                Statement statement = connection.createStatement()) {
            for (int file = 0; file < PARQUET_FILES; file++) {
                statement.execute(
                        "copy (select %1$d + n as id, date '2026-01-01' + cast((%1$d + n) // 50000 as integer) as day, n * 7919 %% 14 as port, n * 104729 %% 180 as delay, (n %% 9000) / 100 as income, 'note ' || n %% 997 as note from range(%2$d) r(n)) to '%3$s' (format parquet)"
                                .formatted(
                                        (long) file * ROWS_OF_A_FILE,
                                        ROWS_OF_A_FILE,
                                        crossings.resolve("part" + file + ".parquet")));
            }
        }
    }

    private static void csv(Path file) throws Exception {
        try (BufferedWriter out = Files.newBufferedWriter(file)) {
            out.write("id,station,at,amount,code,note\n");
            for (int i = 0; i < CSV_ROWS; i++) {
                out.write(i + ",S" + i % 97 + ",2026-0" + (1 + i % 9) + "-1" + i % 10 + " 10:00:00," + i % 1000 + "."
                        + i % 10 + ",00" + i % 7 + ",\"note, " + i % 31 + "\"\n");
            }
        }
    }

    private static void workbook(Path file) throws Exception {
        try (OutputStream out = Files.newOutputStream(file);
                Workbook workbook = new Workbook(out, "bench", "1.0")) {
            Worksheet sheet = workbook.newWorksheet("log");
            String[] names = {"id", "station", "amount", "note"};
            for (int i = 0; i < names.length; i++) {
                sheet.value(0, i, names[i]);
            }
            for (int row = 1; row <= WORKBOOK_ROWS; row++) {
                sheet.value(row, 0, row);
                sheet.value(row, 1, "S" + row % 97);
                sheet.value(row, 2, row % 1000 / 10.0);
                sheet.value(row, 3, "note " + row % 31);
            }
        }
    }
}
