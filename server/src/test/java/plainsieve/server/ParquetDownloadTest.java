package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;
import static plainsieve.server.Api.blank;
import static plainsieve.server.Api.values;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Complete results as Parquet with typed values and the question as metadata, read by another program. */
class ParquetDownloadTest {
    private static final String ADDRESS = RunningServer.get().address();
    private final Api api = new Api(ADDRESS);

    @TempDir
    private Path folder;

    private Path fetch(String report, Map<String, Object> choices) throws Exception {
        Map<String, Object> body = Map.of(
                "format",
                "parquet",
                "withHeader",
                true,
                "choices",
                choices,
                "runId",
                UUID.randomUUID().toString());
        String id = api.post("/api/v1/reports/%s/views/crossings/downloads".formatted(report), body)
                .json()
                .get("id")
                .asString();
        HttpRequest request = HttpRequest.newBuilder(URI.create(ADDRESS + "/api/v1/projects/home/downloads/" + id))
                .build();
        Path file = folder.resolve("rows.parquet");
        HttpResponse<Path> answer = HttpClient.newHttpClient().send(request, HttpResponse.BodyHandlers.ofFile(file));
        assertThat(answer.headers().firstValue("Content-Disposition").orElse(""))
                .contains(".parquet");
        return file;
    }

    private static List<String> read(String sql, Path file) throws Exception {
        List<String> rows = new ArrayList<>();
        try (Connection connection = DriverManager.getConnection("jdbc:duckdb:");
                ResultSet found = connection.createStatement().executeQuery(sql.formatted(file))) {
            while (found.next()) {
                rows.add(found.getString(1));
            }
        }
        return rows;
    }

    @ParameterizedTest
    @ValueSource(strings = {"late-crossings", "late-crossings-at-the-harbour-server", "late-crossings-on-the-islands"})
    void hasEveryRowWithItsTypes(String report) throws Exception {
        Map<String, Object> everything =
                Map.of("port", blank(), "from", blank(), "to", blank(), "min_delay", blank(), "rows", values("50"));
        Path file = fetch(report, everything);
        assertThat(read("select count(*) from '%s'", file))
                .containsExactly(api.runView(report, "figures", everything)
                        .rows()
                        .get(0)
                        .get(0)
                        .asString());
        assertThat(read("select column_name || ' ' || column_type from (describe select * from '%s')", file))
                .contains("departed_at TIMESTAMP", "delay_min BIGINT", "port VARCHAR");
        assertThat(read("select decode(key) || '=' || decode(value) from parquet_kv_metadata('%s')", file))
                .anyMatch(told -> told.startsWith("question="))
                .anyMatch(told -> told.startsWith("as of=2"));
    }

    @Test
    void hasColumnsWithoutRows() throws Exception {
        Path file = fetch("late-crossings", Map.of("min_delay", values("1000000")));
        assertThat(read("select count(*) from '%s'", file)).containsExactly("0");
        assertThat(read("select column_name || ' ' || column_type from (describe select * from '%s')", file))
                .contains("departed_at TIMESTAMP", "delay_min BIGINT");
    }
}
