package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.http.HttpResponse;
import java.util.LinkedHashMap;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** Export of a project as files and import. */
class ProjectFilesApiTest {
    private static final String EVERYTHING = """
            parameters:
            - name: low_end
              type: integer
              range-end: high_end
              minimum: "0"
            - name: high_end
              type: integer
            - name: each
              multiple: true
              all-rule: send-each
              when-unlisted: drop
              group: Where
              former-names: [every]
              list: {column: {source: ferries, table: ports, column: island, excluded: [Tarn]}, counts: true, cache-seconds: 7}
            - name: quarter
              type: date
              covers: quarter
              default: {formula: first day of last quarter}
            - name: year_of_quarter
              type: integer
              formula: year of :quarter
            """;

    private final Api api = new Api(RunningServer.get().address());

    private static Map<String, String> download() throws IOException, InterruptedException {
        return ProjectUpload.download(RunningServer.get().address());
    }

    private static HttpResponse<String> upload(Map<String, String> files) throws IOException, InterruptedException {
        return ProjectUpload.upload(RunningServer.get().address(), files);
    }

    @Test
    void roundTrips() throws Exception {
        Map<String, String> before = download();
        assertThat(before.keySet()).contains("project.yaml", "queries/late-crossings.sql");
        assertThat(before.get("project.yaml")).contains("name: port").doesNotContain("password");
        assertThat(upload(before).statusCode()).isEqualTo(204);
        assertThat(download()).isEqualTo(before);
    }

    @Test
    void importsAQueryByteForByteWithItsParameterAndReport() throws Exception {
        String sql = "select name,\tisland\r\nfrom ports -- Þ 端口\n\nwhere island in (:brought_in)  \n";
        Map<String, String> files = new LinkedHashMap<>();
        files.put("project.yaml", """
                parameters:
                  - {name: brought_in, multiple: true, label: Island, list: {values: [Ard, {value: Hethra, label: The big one}]}}
                queries:
                  - {id: brought-in, name: Brought in, source: ferries, file: sql/a.sql}
                reports:
                  - id: brought-in
                    name: Brought in
                    question: Ports on {brought_in}.
                    controls: [{kind: slicer, label: Island, parameters: [brought_in]}]
                    views: [{id: rows, kind: table, title: Ports, query: brought-in}]
                """);
        files.put("sql/a.sql", sql);
        assertThat(upload(files).statusCode()).isEqualTo(204);
        assertThat(api.get("/api/v1/queries/brought-in").json().get("text").asString())
                .isEqualTo(sql);
        assertThat(api.runView("brought-in", "rows", Map.of()).rows()).hasSize(14);
        assertThat(download()).containsEntry("queries/brought-in.sql", sql);
    }

    @Test
    void rejectsAsAWhole() throws Exception {
        Map<String, String> files = new LinkedHashMap<>();
        files.put("project.yaml", """
                parameters: [{name: half_way, type: text}]
                queries: [{id: half-way, source: ferries, file: a.sql}]
                reports: [{id: half-way, name: Half way, views: [{id: v, kind: table, query: nowhere}]}]
                """);
        files.put("a.sql", "select 1");
        HttpResponse<String> refused = upload(files);
        assertThat(refused.statusCode()).isEqualTo(404);
        assertThat(refused.body()).contains("nowhere");
        assertThat(api.get("/api/v1/queries/half-way").status()).isEqualTo(404);
        assertThat(download().get("project.yaml")).doesNotContain("half_way");
    }

    @Test
    void reportsErrorsInAFile() throws Exception {
        assertThat(upload(Map.of("other.txt", "x")).body()).contains("There is no project.yaml");
        assertThat(upload(Map.of("project.yaml", "queris: []")).body()).contains("Did you mean “queries”?");
        assertThat(upload(Map.of("project.yaml", "queries: [{id: a, source: ferries, file: a.sql}]"))
                        .body())
                .contains("is not in the file");
        assertThat(upload(Map.of(
                                "project.yaml",
                                "queries: [{id: a, source: ferries, file: a.sql, cache-seconds: 4000}]",
                                "a.sql",
                                "select 1"))
                        .body())
                .contains("cached for 4000 seconds", "0 to 3600");
    }

    @Test
    void keepsEveryParameterProperty() throws Exception {
        assertThat(upload(Map.of("project.yaml", EVERYTHING)).statusCode()).isEqualTo(204);
        String out = download().get("project.yaml");
        assertThat(out)
                .contains(
                        "range-end: high_end",
                        "all-rule: send-each",
                        "when-unlisted: drop",
                        "covers: quarter",
                        "formula: first day of last quarter",
                        "formula: year of :quarter",
                        "cache-seconds: 7",
                        "- Tarn");
        assertThat(upload(Map.of("project.yaml", out.replaceAll("(?s)queries:.*", "")))
                        .statusCode())
                .isEqualTo(204);
        assertThat(download().get("project.yaml")).isEqualTo(out);
        for (String name : new String[] {"year_of_quarter", "quarter", "each", "low_end", "high_end"}) {
            assertThat(api.send("DELETE", "/api/v1/parameters/" + name, "").status())
                    .isEqualTo(204);
        }
    }
}
