package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** Values of every type on the screen and in each file format: nothing rounded, silently truncated, or run as a formula. */
class UnusualValuesTest {
    private static final String ADDRESS = RunningServer.get().address();
    private static final Api API = new Api(ADDRESS);
    private static final List<String> COLUMNS = List.of(
            "big", "fine", "real", "none", "day", "zoned", "endless", "bytes", "xml", "empty", "nothing", "formula",
            "minus", "long");

    private static final String QUERY = """
            select 9007199254740993 as big, 1234567890123456789.0004 as fine, 0.1::float8 as real, 'NaN'::float8 as none,
              date '2026-03-01' as day, timestamptz '2026-03-01 10:11:12.5+02' as zoned, 'infinity'::timestamp as endless,
              decode(repeat('00ff', 100), 'hex') as bytes, '<a>1</a>'::xml as xml, '' as empty, null::text as nothing,
              '=1+1' as formula, -5 as minus, repeat('x', 40000) as long""";

    @TempDir
    Path folder;

    @BeforeAll
    static void bringIn() throws IOException, InterruptedException {
        ProjectUpload.importProject(ADDRESS, Map.of("odd.sql", QUERY, "project.yaml", """
                        format: plain-sieve/1
                        queries:
                          - {id: odd-values, name: Odd values, source: harbour, file: odd.sql}
                        reports:
                          - id: odd-values
                            name: Odd values
                            views:
                              - {id: crossings, kind: table, title: Rows, query: odd-values}
                        """));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            big     | 9007199254740993
            fine    | 1234567890123456789.0004
            real    | 0.1
            none    | NaN
            day     | 2026-03-01
            zoned   | 2026-03-01T08:11:12.500Z
            endless | infinity
            bytes   | 0x00ff00ff00ff00ff00ff00ff00ff00ff00ff00ff00ff00ff00ff00ff00ff00ff… (200 bytes)
            xml     | <a>1</a>
            empty   | ``
            nothing | null
            formula | =1+1
            minus   | -5
            """)
    void areShownVerbatim(String column, String value) {
        JsonNode cell =
                API.runView("odd-values", "crossings", Map.of()).rows().get(0).get(COLUMNS.indexOf(column));
        assertThat(cell.isNull() ? "null" : cell.asString()).isEqualTo(value);
    }

    private static byte[] file(String format) throws IOException, InterruptedException {
        Api.Answer order = API.post(
                "/api/v1/reports/odd-values/views/crossings/downloads",
                Map.of(
                        "runId",
                        UUID.randomUUID().toString(),
                        "choices",
                        Map.of(),
                        "format",
                        format,
                        "withHeader",
                        false));
        URI address = URI.create(ADDRESS + "/api/v1/projects/home/downloads/"
                + order.json().get("id").asString());
        return HttpClient.newHttpClient()
                .send(HttpRequest.newBuilder(address).build(), HttpResponse.BodyHandlers.ofByteArray())
                .body();
    }

    private static final String IN_A_FILE = "9007199254740993,1234567890123456789.0004,0.1,NaN,2026-03-01,"
            + "2026-03-01T08:11:12.500Z,infinity,0x" + "00ff".repeat(100) + ",<a>1</a>,\"\",,%s=1+1,-5,"
            + "x".repeat(40_000);

    @Test
    void csvEscapesFormulas() throws Exception {
        String text = new String(file("csv"), StandardCharsets.UTF_8);
        assertThat(text).isEqualTo(String.join(",", COLUMNS) + "\r\n" + IN_A_FILE.formatted("'") + "\r\n");
    }

    @Test
    void exactCsvIsVerbatim() throws Exception {
        String text = new String(file("csv-exact"), StandardCharsets.UTF_8);
        assertThat(text).endsWith(IN_A_FILE.formatted("") + "\r\n");
    }

    @Test
    void jsonKeepsAllDigits() throws Exception {
        assertThat(new String(file("json"), StandardCharsets.UTF_8))
                .contains("[9007199254740993,1234567890123456789.0004,0.1,\"NaN\",\"2026-03-01\"", ",\"=1+1\",-5,");
    }

    @Test
    void workbookStoresImpreciseNumbersAsText() throws Exception {
        String sheet = sheet(file("xlsx"));
        assertThat(sheet)
                .contains(">9007199254740993<", ">1234567890123456789.0004<", ">NaN<", ">infinity<", ">=1+1<")
                .contains("<v>0.1</v>", "<v>-5</v>", "(cut: 40,000 letters)")
                .doesNotContain("<f>", "x".repeat(32_768));
        assertThat(textCells(sheet)).anyMatch("9007199254740993"::equals);
    }

    private String sheet(byte[] workbook) throws IOException {
        Path file = Files.write(folder.resolve("rows.xlsx"), workbook);
        try (ZipFile zip = new ZipFile(file.toFile())) {
            ZipEntry rows = zip.getEntry("xl/worksheets/sheet2.xml");
            return new String(zip.getInputStream(rows).readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    private static List<String> textCells(String sheet) {
        List<String> texts = new ArrayList<>();
        for (String part : sheet.split("<is><t[^>]*>")) {
            texts.add(part.substring(0, Math.max(0, part.indexOf('<'))));
        }
        return texts;
    }
}
