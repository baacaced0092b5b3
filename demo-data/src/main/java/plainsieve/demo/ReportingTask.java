package plainsieve.demo;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;

/**
 * A task of a report developer as steps and as SQL written by an expert.
 *
 * @param expert for PostgreSQL and DuckDB
 * @param onMariaDb the same for MariaDB; empty if unsupported
 */
public record ReportingTask(String name, String steps, String expert, String onMariaDb) {
    /** All of them. */
    public static List<ReportingTask> all() {
        return Arrays.stream(text().split("(?m)^== "))
                .skip(1)
                .map(ReportingTask::of)
                .toList();
    }

    private static ReportingTask of(String part) {
        int line = part.indexOf('\n');
        String[] each = part.substring(line + 1).split("(?m)^--( mariadb)?$");
        String expert = each[1].strip();
        return new ReportingTask(
                part.substring(0, line), each[0].strip(), expert, each.length == 2 ? expert : each[2].strip());
    }

    /** The SQL of an expert on a kind of database; empty where it cannot. */
    public String expertOn(String kind) {
        return kind.equals("mariadb") ? onMariaDb : expert;
    }

    private static String text() {
        try (InputStream in = ReportingTask.class.getResourceAsStream("reporting-tasks.txt")) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
