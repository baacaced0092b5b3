package plainsieve.bench;

import java.io.InputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Properties;
import java.util.concurrent.Callable;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.web.server.servlet.context.ServletWebServerApplicationContext;
import plainsieve.server.PlainSieve;

/**
 * The report's table from request to last byte, against the same SQL written by hand and run through plain JDBC: same
 * process, same database file, same run, in turns. Prints medians and their ratio.
 */
public final class EndToEnd {
    private static final int WARM_UP = 300;
    private static final int RUNS = 30;
    private static final String BY_HAND = """
            select p.name as port, v.name as vessel,
                   c.departed_at, c.delay_min, c.passengers
            from crossings c
            join ports p using (port_id)
            left join vessels v using (vessel_id)
            where p.name in (?, ?)
              and c.departed_at >= ?
              and c.departed_at < ? + interval '1 day'
              and c.state = 'SAILED'
              and c.delay_min >= ?
            order by c.departed_at, c.crossing_id
            limit ?""";

    private EndToEnd() {}

    public static void main(String[] args) throws Exception {
        Path data = Files.createTempDirectory("plainsieve-bench");
        ServletWebServerApplicationContext server =
                (ServletWebServerApplicationContext) new SpringApplication(PlainSieve.class)
                        .run(
                                "--server.port=0",
                                "--plainsieve.demo=true",
                                "--plainsieve.accounts=false",
                                "--plainsieve.data-folder=" + data);
        System.out.println();
        try (Connection connection = connect(data.resolve("files").resolve("ferries.duckdb"));
                PreparedStatement byHand = connection.prepareStatement(BY_HAND)) {
            Callable<Long> ours = report(server.getWebServer().getPort());
            Callable<Long> theirs = () -> rowsByHand(byHand);
            System.out.printf("rows: report %d bytes, by hand %d rows%n", ours.call(), theirs.call());
            compare(ours, theirs);
        } finally {
            SpringApplication.exit(server);
        }
    }

    private static Connection connect(Path file) throws Exception {
        Properties properties = new Properties();
        properties.setProperty("duckdb.read_only", "true");
        properties.setProperty("jdbc_stream_results", "true");
        properties.setProperty("autoinstall_known_extensions", "false");
        properties.setProperty("enable_external_access", "false");
        properties.setProperty("lock_configuration", "true");
        return DriverManager.getConnection("jdbc:duckdb:" + file, properties);
    }

    private static Callable<Long> report(int port) {
        HttpClient client = HttpClient.newHttpClient();
        HttpRequest request = HttpRequest.newBuilder(URI.create(
                        "http://127.0.0.1:" + port + "/api/projects/home/reports/late-crossings/views/crossings/run"))
                .header("Content-Type", "application/json")
                .POST(HttpRequest.BodyPublishers.ofString(
                        "{\"runId\":\"bench\",\"choices\":{},\"sortBy\":\"\",\"descending\":false}"))
                .build();
        return () -> {
            try (InputStream body = client.send(request, HttpResponse.BodyHandlers.ofInputStream())
                    .body()) {
                return body.transferTo(java.io.OutputStream.nullOutputStream());
            }
        };
    }

    private static long rowsByHand(PreparedStatement statement) throws Exception {
        statement.setString(1, "Ardlow");
        statement.setString(2, "Skerrin");
        statement.setObject(3, LocalDate.of(2026, 3, 1));
        statement.setObject(4, LocalDate.of(2026, 3, 31));
        statement.setLong(5, 15);
        statement.setLong(6, 1000);
        long rows = 0;
        try (ResultSet found = statement.executeQuery()) {
            while (found.next()) {
                for (int column = 1; column <= 5; column++) {
                    found.getObject(column);
                }
                rows++;
            }
        }
        return rows;
    }

    private static void compare(Callable<Long> ours, Callable<Long> theirs) throws Exception {
        double[] report = new double[RUNS];
        double[] byHand = new double[RUNS];
        for (int i = -WARM_UP; i < RUNS; i++) {
            double first = millis(ours);
            double second = millis(theirs);
            if (i >= 0) {
                report[i] = first;
                byHand[i] = second;
            }
        }
        Arrays.sort(report);
        Arrays.sort(byHand);
        double median = report[RUNS / 2];
        double medianByHand = byHand[RUNS / 2];
        System.out.printf(
                "table of the report, request to last byte: median of %d %.1f ms; same SQL by hand through JDBC: %.1f ms; ratio %.2f%n",
                RUNS, median, medianByHand, median / medianByHand);
    }

    private static double millis(Callable<Long> work) throws Exception {
        long start = System.nanoTime();
        work.call();
        return (System.nanoTime() - start) / 1e6;
    }
}
