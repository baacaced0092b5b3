package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/** Folders of files as sources: added, filled, corrected and queried through the API. */
class FoldersApiTest {
    private final Api api = new Api(RunningServer.get().address());

    private static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    private void folder(String id) {
        api.post("/api/v1/sources", Map.of("id", id, "kind", "folder", "database", id));
    }

    private JsonNode table(String source, String name) {
        for (JsonNode table :
                api.get("/api/v1/sources/" + source + "/contents").json().get("tables")) {
            if (table.get("name").asString().equals(name)) {
                return table;
            }
        }
        throw new AssertionError("No table " + name);
    }

    /* What a source says of its tables comes a moment later, so that no one waits for one that is slow. */
    private String noticesOf(String query, String text) {
        return Waiting.until(
                () -> api.post("/api/v1/queries/%s/check".formatted(query), Map.of("text", text))
                        .json()
                        .get("notices")
                        .toString(),
                notices -> !notices.equals("[]"));
    }

    @Test
    void uploadedFileIsATableForTheNextQuery() {
        folder("crews");
        assertThat(api.upload("crews", "masters.csv", false, bytes("name;born\nOrla;1.2.1980\n"))
                        .status())
                .isEqualTo(204);
        api.post("/api/v1/queries", Map.of("name", "Masters", "source", "crews", "text", "select 1"));
        String text = "select name, born from masters where born >= :born_from";
        api.post("/api/v1/parameters", Map.of("name", "born_from", "type", "date"));
        assertThat(api.runDraft("masters", text, Map.of("born_from", Api.values("1980-02-01")))
                        .rows()
                        .toString())
                .isEqualTo("[[\"Orla\",\"1980-02-01\"]]");
        assertThat(api.runDraft("masters", text, Map.of("born_from", Api.values("1980-02-02")))
                        .rows())
                .isEmpty();

        Api.Answer again = api.upload("crews", "masters.csv", false, bytes("name;born\n"));
        assertThat(again.status()).isEqualTo(422);
        assertThat(again.json().get("problems").get(0).get("kind").asString()).isEqualTo("file-exists");
        assertThat(api.upload("crews", "masters.csv", true, bytes("name;born\nUna;3.4.1990\n"))
                        .status())
                .isEqualTo(204);
        assertThat(api.runDraft("masters", text, Map.of("born_from", Api.blank()))
                        .rows()
                        .toString())
                .isEqualTo("[[\"Una\",\"1990-04-03\"]]");
    }

    @Test
    void concurrentUploadOfOneNameIsAConflict() {
        folder("crowd");
        List<Integer> statuses = IntStream.range(0, 8)
                .parallel()
                .mapToObj(i -> new Api(RunningServer.get().address())
                        .upload("crowd", "same.csv", false, bytes("n\n" + (i + "\n").repeat(50_000)))
                        .status())
                .toList();
        assertThat(statuses).containsOnlyOnce(204);
        assertThat(statuses).filteredOn(status -> status != 204).containsOnly(422);
    }

    @Test
    void columnTypesArePersistedAndExported() throws InterruptedException {
        folder("tides");
        api.upload("tides", "levels.csv", false, bytes("at;metres\n01/02/2026;1,5\n02/02/2026;slack\n"));
        assertThat(table("tides", "levels").get("columns").toString())
                .contains("VARCHAR")
                .doesNotContain("DATE");
        for (String[] said :
                List.of(new String[] {"at", "date as 31/12/2026"}, new String[] {"metres", "decimal with comma"})) {
            Map<String, String> body = Map.of("table", "levels", "column", said[0], "type", said[1]);
            assertThat(api.send("PUT", "/api/v1/sources/tides/table-overrides", body)
                            .status())
                    .isEqualTo(204);
        }
        JsonNode files = table("tides", "levels").get("files");
        assertThat(files.get("columns").get(1).get("mismatches").asInt()).isEqualTo(1);
        assertThat(files.get("columns").get(1).get("examples").toString()).isEqualTo("[\"slack\"]");
        assertThat(api.get("/api/v1/sources").json().toString())
                .contains(
                        "\"tableOverrides\":{\"levels\":{\"at\":\"date as 31/12/2026\",\"metres\":\"decimal with comma\"}}");

        api.post("/api/v1/queries", Map.of("name", "Levels", "source", "tides", "text", "select 1"));
        assertThat(noticesOf("levels", "select metres\nfrom levels"))
                .contains(
                        "unreadable-cells", "1 of 2 cells of “metres” cannot be read as decimal with comma", "“slack”");

        Map<String, String> odd = Map.of("table", "levels", "column", "at", "type", "a moon");
        assertThat(api.send("PUT", "/api/v1/sources/tides/table-overrides", odd)
                        .json()
                        .get("detail")
                        .asString())
                .contains("Unknown type “a moon” of the column “at”");
        Map<String, String> database = Map.of("table", "ports", "column", "name", "type", "text");
        assertThat(api.send("PUT", "/api/v1/sources/ferries/table-overrides", database)
                        .status())
                .isEqualTo(422);
    }

    @Test
    void headerRowsArePersisted() {
        folder("tables");
        api.upload("tables", "levels.csv", false, bytes("at;metres\n2026-01-01;1,5\n"));
        Map<String, String> line = Map.of("table", "levels", "column", "", "type", "no line");
        assertThat(api.send("PUT", "/api/v1/sources/tables/table-overrides", line)
                        .status())
                .isEqualTo(204);
        assertThat(table("tables", "levels").get("files").get("headerLine").asString())
                .isEqualTo("no line");
        assertThat(table("tables", "levels").get("columns").toString()).contains("column 1");
        Map<String, String> nowhere = Map.of("table", "levels", "column", "", "type", "the end");
        assertThat(api.send("PUT", "/api/v1/sources/tables/table-overrides", nowhere)
                        .json()
                        .get("detail")
                        .asString())
                .contains("Invalid position of column names: “the end”");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "../up.csv",
                "a/../../up.csv",
                "/etc/up.csv",
                ".hidden.csv",
                "_x.csv",
                "a\\b.csv",
                "notes.txt",
                "",
                "x",
                "a/b/c/d/e.csv",
                "a\0.csv",
                "ÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿÿ𐐷𐐷𐐷𐐷𐐷𐐷.csv"
            })
    void rejectsUploadsElsewhereAndOtherFormats(String name) {
        folder("safe");
        Api.Answer answer = api.upload("safe", name, true, bytes("a\n1\n"));
        assertThat(answer.status()).isBetween(400, 422);
        assertThat(answer.json().get("detail").asString()).isNotBlank().doesNotContain("/tmp");
        assertThat(api.upload("ferries", "x.csv", true, bytes("a\n1\n")).status())
                .isEqualTo(422);
    }

    @Test
    void reportsAMissingOrForbiddenFolder() {
        Map<String, Object> outside = Map.of("id", "etc", "kind", "folder", "database", "/etc");
        assertThat(api.post("/api/v1/sources", outside).status()).isEqualTo(422);
        api.post("/api/v1/sources", Map.of("id", "nowhere", "kind", "folder", "database", "nowhere"));
        assertThat(api.get("/api/v1/sources/nowhere/health").json().toString())
                .contains("Folder “nowhere” does not exist.")
                .doesNotContain("/tmp");
    }

    @Test
    void demoReportReadsFilesByItsChoices() {
        List<JsonNode> rows = api.runView(
                        "weather",
                        "days",
                        Map.of(
                                "port", Api.values("Lunna"),
                                "from", Api.values("2026-02-01"),
                                "to", Api.blank(),
                                "weather_file", Api.values("2026_02.csv", "2026_04.csv"),
                                "wind_least", Api.blank()))
                .rows();
        assertThat(rows).hasSize(58);
        assertThat(rows.get(0).toString()).startsWith("[\"Lunna\",\"2026-02-01\",");
        assertThat(api.listValues("weather_file", Map.of()).json().toString()).contains("2026_01.csv", "2026_06.csv");
    }
}
