package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;
import static plainsieve.server.Api.blank;
import static plainsieve.server.Api.values;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Downloads contain every row, the question and the choices. */
class DownloadsApiTest {
    private static final HttpClient CLIENT = HttpClient.newHttpClient();
    private static final String ADDRESS = RunningServer.get().address();
    private final Api api = new Api(ADDRESS);

    @TempDir
    private Path folder;

    private Api.Answer order(String report, String format, boolean above, Map<String, Object> choices) {
        Map<String, Object> body = new HashMap<>(Map.of("format", format, "withHeader", above, "choices", choices));
        body.put("runId", UUID.randomUUID().toString());
        return api.post("/api/v1/reports/%s/views/crossings/downloads".formatted(report), body);
    }

    private static HttpResponse<byte[]> fetch(Api.Answer order) throws IOException, InterruptedException {
        URI address = URI.create(ADDRESS + "/api/v1/projects/home/downloads/"
                + order.json().get("id").asString());
        return CLIENT.send(HttpRequest.newBuilder(address).build(), HttpResponse.BodyHandlers.ofByteArray());
    }

    private static String text(HttpResponse<byte[]> file) {
        return new String(file.body(), StandardCharsets.UTF_8);
    }

    private static final Map<String, Object> EVERYTHING =
            Map.of("port", blank(), "from", blank(), "to", blank(), "min_delay", blank(), "rows", values("50"));

    private long allRows(String report) {
        return api.runView(report, "figures", EVERYTHING).rows().get(0).get(0).asLong();
    }

    @ParameterizedTest
    @ValueSource(strings = {"late-crossings", "late-crossings-at-the-harbour-server", "late-crossings-on-the-islands"})
    void csvHasEveryRowAndTheQuestionAtTheTop(String report) throws Exception {
        Api.Answer order = order(report, "csv", true, EVERYTHING);
        HttpResponse<byte[]> file = fetch(order);
        assertThat(file.headers().firstValue("Content-Type").orElse("")).startsWith("text/csv");
        assertThat(file.headers().firstValue("Content-Disposition").orElse("")).contains("attachment", ".csv");
        List<String> lines = text(file).lines().toList();
        List<String> top =
                lines.stream().takeWhile(line -> line.startsWith("# ")).toList();
        assertThat(top.get(0)).contains("Sailed crossings from any port, any day");
        assertThat(top).anyMatch(line -> line.equals("# Port: "));
        assertThat(lines.get(top.size())).isEqualTo("Port,Vessel,Departed,\"Late, min\",Passengers");
        assertThat(lines.size() - top.size() - 1).isEqualTo(allRows(report)).isGreaterThan(10_000);
        JsonNode progress = api.get(
                        "/api/v1/downloads/" + order.json().get("id").asString() + "/progress")
                .json();
        assertThat(progress.get("state").asString()).isEqualTo("done");
        assertThat(progress.get("rows").asLong()).isEqualTo(allRows(report));
    }

    @Test
    void picksAreInTheQuestionAndAtTheTop() throws Exception {
        Map<String, Object> body = new HashMap<>(Map.of("format", "csv", "withHeader", true, "choices", Map.of()));
        body.put("runId", UUID.randomUUID().toString());
        body.put(
                "filters",
                List.of(
                        Map.of("column", "port", "type", "text", "values", List.of("Ardlow")),
                        Map.of("column", "departed_at:month", "type", "date", "values", List.of("2026-03-01"))));
        String file = text(fetch(api.post("/api/v1/reports/late-crossings/views/crossings/downloads", body)));
        assertThat(file.lines().findFirst().orElseThrow())
                .endsWith(" Only port: Ardlow; departed at, month: 2026-03-01.");
        assertThat(file).contains("\r\n# only port: Ardlow\r\n").doesNotContain("\r\nSkerrin,");
    }

    @Test
    void csvWithoutAHeadingBeginsWithItsColumns() throws Exception {
        assertThat(text(fetch(order("late-crossings", "csv", false, Map.of())))).startsWith("Port,Vessel,");
    }

    @Test
    void jsonDescribesItsOrigin() throws Exception {
        String text =
                text(fetch(order("late-crossings", "json", true, Map.of("port", values("Brae O'Noth", "Þorvik")))));
        JsonNode json = JsonMapper.builder().build().readTree(text);
        assertThat(json.get("question").asString()).contains("from Brae O'Noth, Þorvik");
        assertThat(json.get("choices").get("Port").asString()).isEqualTo("Brae O'Noth; Þorvik");
        assertThat(json.get("columns").get(3).get("label").asString()).isEqualTo("Late, min");
        Map<String, Object> same = Map.of("port", values("Brae O'Noth", "Þorvik"));
        assertThat(json.get("rows").size())
                .isEqualTo(api.runView("late-crossings", "figures", same)
                        .rows()
                        .get(0)
                        .get(0)
                        .asInt());
        assertThat(json.get("rows").get(0).get(3).isIntegralNumber()).isTrue();
    }

    @Test
    void workbookHasTheQuestionOnItsFirstSheetAndTypedDates() throws Exception {
        byte[] bytes = fetch(order("late-crossings", "xlsx", true, Map.of())).body();
        Map<String, String> parts = new HashMap<>();
        Path file = Files.write(folder.resolve("rows.xlsx"), bytes);
        try (ZipFile zip = new ZipFile(file.toFile())) {
            for (ZipEntry entry : Collections.list(zip.entries())) {
                parts.put(
                        entry.getName(), new String(zip.getInputStream(entry).readAllBytes(), StandardCharsets.UTF_8));
            }
        }
        String rows = parts.get("xl/worksheets/sheet2.xml");
        int shown = api.runView("late-crossings", "figures", Map.of())
                .rows()
                .get(0)
                .get(0)
                .asInt();
        assertThat(rows.split("<row ").length - 2).isEqualTo(shown);
        assertThat(rows).contains("Late, min").doesNotContain("2026-03-01T");
        assertThat(parts.get("xl/styles.xml")).contains("yyyy-mm-dd hh:mm:ss");
        assertThat(parts.get("xl/sharedStrings.xml")).contains("Sailed crossings from Ardlow, Skerrin");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            pdf | Ardlow | “format” has an unknown value, “pdf”
            csv | Nowhere | is not on the list
            """)
    void rejectsAnImpossibleDownloadWhenOrdered(String format, String port, String message) {
        Api.Answer refused = order("late-crossings", format, true, Map.of("port", values(port)));
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.json().toString()).contains(message);
    }

    @Test
    void cancelledDownloadEndsWithAnError() throws Exception {
        String slow = "select p.name as port, x.i as vessel from ports p, generate_series(1, 30000000) x(i)";
        ProjectUpload.importProject(ADDRESS, Map.of("project.yaml", """
                        queries: [{id: endless, name: Endless, source: harbour, file: endless.sql}]
                        reports: [{id: endless, name: Endless, views: [{id: crossings, kind: table, query: endless}]}]
                        """, "endless.sql", slow));
        Api.Answer order = order("endless", "csv", true, Map.of());
        String id = order.json().get("id").asString();
        CompletableFuture<String> fetched = CompletableFuture.supplyAsync(() -> {
            try {
                return "whole " + fetch(order).body().length;
            } catch (IOException | InterruptedException e) {
                return "broken off";
            }
        });
        Waiting.until(() -> api.get("/api/v1/downloads/" + id + "/progress")
                        .json()
                        .get("rows")
                        .asLong()
                >= 100_000);
        api.post("/api/v1/runs/" + id + "/stop", "");
        assertThat(fetched.join()).isEqualTo("broken off");
        assertThat(api.get("/api/v1/downloads/" + id + "/progress")
                        .json()
                        .get("state")
                        .asString())
                .isEqualTo("failed");
    }

    @Test
    void signedChoiceIsValidForItsReportOnly() {
        Map<String, Object> port = Map.of("port", values("Lunna"));
        String token = api.post("/api/v1/reports/late-crossings/signed-links", Map.of("choices", port, "lastDay", ""))
                .json()
                .get("token")
                .asString();
        assertThat(figures("late-crossings", Map.of(), token)).isEqualTo(figures("late-crossings", port, ""));
        assertThat(run("late-crossings", Map.of("port", values("Ardlow")), token)
                        .json()
                        .toString())
                .contains("The link fixes");
        assertThat(run("late-crossings-on-the-islands", Map.of(), token).json().toString())
                .contains("The signature of this link is invalid");
        assertThat(run("late-crossings", Map.of(), token.substring(1)).status()).isEqualTo(422);
        assertThat(run("late-crossings", Map.of(), "x").status()).isEqualTo(422);
    }

    @Test
    void signedLinkSurvivesARename() {
        String token = api.post(
                        "/api/v1/reports/vessel-diary/signed-links",
                        Map.of("choices", Map.of("with_cars", values("true")), "lastDay", ""))
                .json()
                .get("token")
                .asString();
        api.send("PATCH", "/api/v1/parameters/with_cars", Map.of("name", "takes_cars"));
        try {
            JsonNode question = api.post(
                            "/api/v1/reports/vessel-diary/question", Map.of("choices", Map.of(), "linkToken", token))
                    .json();
            assertThat(question.get("fixedByLink").toString()).isEqualTo("[\"takes_cars\"]");
            assertThat(question.get("sentence").asString()).contains("cars: yes");
        } finally {
            api.send("PATCH", "/api/v1/parameters/takes_cars", Map.of("name", "with_cars"));
        }
    }

    @Test
    void signedOnlyParameterRequiresASignature() {
        JsonNode before =
                api.get("/api/v1/reports/late-crossings-on-the-islands").json();
        Map<String, Object> settings = new HashMap<>(Map.of(
                "question",
                before.get("question").asString(),
                "start",
                "defaults",
                "onDemand",
                false,
                "signedParameters",
                List.of("port")));
        String path = "/api/v1/reports/late-crossings-on-the-islands/settings";
        try {
            assertThat(api.send("PUT", path, settings).status()).isEqualTo(204);
            assertThat(run("late-crossings-on-the-islands", Map.of(), "").json().toString())
                    .contains("is set by a signed link");
            assertThat(run("late-crossings-on-the-islands", Map.of("port", values("Lunna")), "")
                            .status())
                    .isEqualTo(422);
            String token = api.post(
                            "/api/v1/reports/late-crossings-on-the-islands/signed-links",
                            Map.of("choices", Map.of("port", values("Lunna")), "lastDay", ""))
                    .json()
                    .get("token")
                    .asString();
            assertThat(run("late-crossings-on-the-islands", Map.of(), token).status())
                    .isEqualTo(200);
        } finally {
            settings.put("signedParameters", List.of());
            api.send("PUT", path, settings);
        }
    }

    @Test
    void detectsConflictingSettings() {
        String path = "/api/v1/reports/late-crossings-at-the-harbour-server/settings";
        String question = api.get("/api/v1/reports/late-crossings-at-the-harbour-server")
                .json()
                .get("question")
                .asString();
        Map<String, Object> seen = new HashMap<>(
                Map.of("question", question, "start", "defaults", "onDemand", false, "signedParameters", List.of()));
        Map<String, Object> mine = new HashMap<>(seen);
        mine.put("seen", new HashMap<>(seen));
        assertThat(api.send("PUT", path, mine).status()).isEqualTo(204);
        seen.put("question", "What I saw long ago");
        mine.put("seen", seen);
        assertThat(api.send("PUT", path, mine).status()).isEqualTo(409);
    }

    private Api.Answer run(String report, Map<String, Object> choices, String signed) {
        return api.post(
                "/api/v1/reports/%s/views/figures/run".formatted(report),
                Map.of(
                        "runId",
                        UUID.randomUUID().toString(),
                        "choices",
                        choices,
                        "sortBy",
                        "",
                        "descending",
                        false,
                        "linkToken",
                        signed));
    }

    private long figures(String report, Map<String, Object> choices, String signed) {
        return run(report, choices, signed).rows().get(0).get(0).asLong();
    }

    @Test
    void pageTitleContainsTheQuestion() throws Exception {
        URI address = URI.create(ADDRESS
                + "/projects/home/reports/late-crossings?port=Brae+O%27Noth&from=&to=2026-03-31&min_delay=%3Cb%3E");
        fetchPage(address);
        String page = fetchPage(address);
        assertThat(page)
                .contains("<title>Late crossings: Sailed crossings from Brae O&#39;Noth, up to")
                .contains("property=\"og:title\"")
                .contains("&lt;b&gt;")
                .doesNotContain("<b>");
    }

    @Test
    void pageTitleContainsPicks() throws Exception {
        URI address = URI.create(
                ADDRESS
                        + "/projects/home/reports/late-crossings?port=Ardlow&only.by-vessel=Dunlin&without=only.by-port&only.gone=x");
        fetchPage(address);
        assertThat(fetchPage(address)).contains(" Only vessel: Dunlin; port: no value.</title>");
    }

    private static String fetchPage(URI address) throws IOException, InterruptedException {
        return CLIENT.send(
                        HttpRequest.newBuilder(address)
                                .header("Accept", "text/html")
                                .header("Accept-Language", "en-GB")
                                .build(),
                        HttpResponse.BodyHandlers.ofString())
                .body();
    }
}
