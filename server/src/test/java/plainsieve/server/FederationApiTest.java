package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.stream.StreamSupport;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Queries of several sources: crossings in PostgreSQL, weather in files, names in MariaDB. */
class FederationApiTest {
    private static final Api API = new Api(RunningServer.get().address());

    private static final String WEATHER = """
            steps 1
            from crossings
            where state = 'SAILED' and delay_min >= 30
            join ports on port_id, adding name as port; keep only matching rows
            add column day = start of day of departed_at
            join query 'Weather at the ports' on port, day, adding wind; keep only matching rows
            group by port: count of rows as n, maximum of wind as worst
            sort by n desc""";

    @BeforeAll
    static void addQueries() {
        API.post("/api/v1/queries", Map.of("name", "Of several", "source", "harbour", "text", WEATHER));
        API.post(
                "/api/v1/queries",
                Map.of(
                        "name",
                        "Names there",
                        "source",
                        "islands",
                        "text",
                        "select port_id, name as called from ports where island = :island"));
        API.post(
                "/api/v1/queries",
                Map.of(
                        "name",
                        "Slow there",
                        "source",
                        "harbour",
                        "text",
                        "select 1 as port_id, pg_sleep(15)::text as slept"));
    }

    @AfterEach
    void leaveOpen() {
        decide("office", "harbour", "open");
        decide("harbour", "office", "open");
    }

    private static Map<String, Object> choices() {
        return Map.of(
                "port", Api.values("Ardlow", "Skerrin"),
                "from", Api.values("2026-03-01"),
                "to", Api.values("2026-03-31"),
                "wind_least", Api.values("8"),
                "weather_file", Api.blank());
    }

    private static void decide(String from, String to, String decision) {
        assertThat(API.send("PUT", "/api/v1/transfer-policies", Map.of("from", from, "to", to, "decision", decision))
                        .status())
                .isEqualTo(204);
    }

    private static JsonNode begun(Api.Answer ran) {
        return ran.lines().stream()
                .filter(line -> line.path("event").asString("").equals("started"))
                .findFirst()
                .orElseThrow();
    }

    private static List<String> sentSince(long id) {
        JsonNode lines = API.get("/api/v1/sent").json();
        JsonNode all = lines.isArray() ? lines : lines.get("lines");
        return StreamSupport.stream(all.spliterator(), false)
                .filter(line -> line.get("id").asLong() > id)
                .map(line -> line.get("sourceId").asString() + ": "
                        + line.get("text").asString())
                .toList();
    }

    @Test
    void joinsFilesWithADatabase() {
        Api.Answer ran = API.runDraft("of-several", WEATHER, choices());
        assertThat(ran.rows()).as(ran.failure()).isNotEmpty();
        Api.Answer embedded = API.runDraft("late-crossings", WEATHER, choices());
        // Both databases contain the same crossings.
        assertThat(ran.rows()).isEqualTo(embedded.rows());
        assertThat(begun(ran).get("text").asString())
                .startsWith("parts 1\npart \"rows_at_harbour\" from \"harbour\" in postgresql");
    }

    @Test
    void keyTransferFetchesOnlyMatchingRows() {
        Api.Answer before = API.runDraft("of-several", WEATHER, choices());
        decide("office", "harbour", "allowed");
        Api.Answer after = API.runDraft("of-several", WEATHER, choices());
        assertThat(after.rows()).isEqualTo(before.rows());
        assertThat(after.last().get("localRows").asLong())
                .isLessThan(before.last().get("localRows").asLong() / 4);
        List<String> sent = sentSince(begun(after).get("sentId").asLong());
        assertThat(sent).anyMatch(line -> line.startsWith("harbour: select") && line.contains("p.name in (?"));
        assertThat(sent).anyMatch(line -> line.startsWith("office: select"));
    }

    @Test
    void reportsWhereEachChoiceRanAndWhatWasFetched() {
        Api.Answer ran = API.runDraft("of-several", WEATHER + "\nwhere worst >= :wind_least", choices());
        JsonNode proof = API.post("/api/v1/sent/" + begun(ran).get("sentId").asLong() + "/evidence", Map.of())
                .json();
        assertThat(proof.get("placements"))
                .extracting(one ->
                        one.get("parameter").asString() + " " + one.get("site").asString())
                .contains("port while-scanning", "weather_file left-out", "wind_least here");
        assertThat(proof.get("fetched"))
                .extracting(one -> one.get("part").asString())
                .anyMatch(words -> words.startsWith("Weather at the ports of office: "))
                .anyMatch(words -> words.startsWith("rows_at_harbour of harbour: "));
        assertThat(API.get("/api/v1/sent/" + begun(ran).get("sentId").asLong() + "/text")
                        .json()
                        .get("text")
                        .asString())
                .contains("'Ardlow'", "here\n");
    }

    @Test
    void stepsShowWhereSourcesMeetAndKeysTransfer() {
        decide("harbour", "office", "refused");
        JsonNode several = API.post("/api/v1/queries/of-several/steps/analysis", Map.of("text", WEATHER))
                .json()
                .get("federation");
        assertThat(several.get("step").asInt()).isEqualTo(4);
        assertThat(several.get("parts")).hasSize(2);
        assertThat(several.get("transfers"))
                .extracting(travel -> travel.get("from").asString() + " "
                        + travel.get("to").asString() + " " + travel.get("columns")
                        + travel.get("decision").asString())
                .containsExactlyInAnyOrder(
                        "harbour office [\"day\",\"port\"]refused", "office harbour [\"day\",\"port\"]open");
        JsonNode one = API.post("/api/v1/queries/of-several/steps/analysis", Map.of("text", "steps 1\nfrom crossings"))
                .json()
                .get("federation");
        assertThat(one.get("step").asInt()).isEqualTo(-1);
    }

    @Test
    void knowsColumnsOfAnExecutedQueryOfAnotherSource() {
        String text =
                "steps 1\nfrom ports\njoin query 'Names there' on port_id, adding called; keep only matching rows\ncolumns called";
        Api.Answer ran = API.runDraft("of-several", text, Map.of("island", Api.blank()));
        assertThat(ran.rows()).as(ran.failure()).hasSize(14);
        JsonNode offered = API.post(
                        "/api/v1/queries/of-several/steps/completions",
                        Map.of("text", text, "afterStep", 1, "line", "union all query 'Na", "choices", Map.of()))
                .json();
        assertThat(offered)
                .extracting(one ->
                        one.get("text").asString() + " " + one.get("note").asString())
                .contains("'Names there' query, rows from islands");
    }

    @Test
    void proposesAParameterFromTheColumnOfItsSource() {
        JsonNode proposal = API.post(
                        "/api/v1/queries/of-several/proposal",
                        Map.of(
                                "text",
                                "steps 1\nfrom crossings\nwhere departed_at is after :since and delay_min = :late\nkeep rows with a match in query 'Names there' on port_id",
                                "name",
                                "late"))
                .json();
        assertThat(proposal.get("definition").get("type").asString()).isEqualTo("integer");
        assertThat(proposal.get("column").get("table").asString()).isEqualTo("crossings");
    }

    /** A condition here is also sent to the source; private values stay private on that way. */
    @Test
    void privateChoiceIsLoggedForNoSource() {
        API.post("/api/v1/parameters", Map.of("name", "whispered", "type", "text", "private", true));
        String text =
                "steps 1\nfrom ports\nkeep rows with a match in query 'Names there' on port_id\nwhere name = :whispered";
        Api.Answer ran = API.runDraft(
                "of-several", text, Map.of("island", Api.blank(), "whispered", Api.values("Saint Orla's Landing")));
        assertThat(ran.rows()).as(ran.failure()).hasSize(1);
        List<JsonNode> sent = new ArrayList<>();
        API.get("/api/v1/sent?query=of-several").json().forEach(sent::add);
        long id = begun(ran).get("sentId").asLong();
        List<JsonNode> ofThisRun =
                sent.stream().filter(line -> line.get("id").asLong() >= id).toList();
        assertThat(ofThisRun).hasSizeGreaterThan(2);
        assertThat(ofThisRun)
                .anyMatch(line -> line.get("text").asString().startsWith("select")
                        && line.get("values").toString().contains("whispered"));
        assertThat(ofThisRun.toString()).doesNotContain("Landing");
    }

    @Test
    void sendsChoicesToEverySource() {
        String text =
                "steps 1\nfrom ports\nwhere island = :island\njoin query 'Names there' on port_id, adding called; keep only matching rows";
        Api.Answer all = API.runDraft("of-several", text, Map.of("island", Api.blank()));
        Api.Answer one = API.runDraft("of-several", text, Map.of("island", Api.values("Hethra")));
        assertThat(all.rows()).hasSize(14);
        assertThat(one.rows()).hasSizeBetween(1, 13);
        assertThat(one.last().get("localRows").asLong())
                .isEqualTo(2L * one.rows().size());
    }

    @Test
    void mapsSourceErrorsToTheirStep() {
        Api.Answer ran = API.runDraft(
                "of-several",
                "steps 1\nfrom crossings\nadd column share = delay_min / (passengers - passengers)\nadd column odd = whole number of share\nwhere odd > 3 and nonsense(delay_min) = 3\nunion all query 'Names there'",
                Map.of("island", Api.blank()));
        assertThat(ran.rows()).isEmpty();
        assertThat(ran.failure()).isNotEmpty();
        Api.Answer circle = API.runDraft(
                "of-several",
                "steps 1\nfrom query 'of-several'\njoin query 'missing' on port, adding n; keep only matching rows",
                Map.of());
        assertThat(circle.failure()).contains("missing");
    }

    @Test
    void rejectsSourcesInAuthorText() {
        String text = begun(API.runDraft("of-several", WEATHER, choices()))
                .get("text")
                .asString();
        Api.Answer ran = API.runDraft("late-crossings", text, choices());
        assertThat(ran.status()).isEqualTo(422);
        assertThat(ran.rows()).isEmpty();
    }

    @Test
    void cancellationStopsEverySource() throws Exception {
        String text = "steps 1\nfrom ports\nkeep rows with a match in query 'slow-there' on port_id";
        long start = System.nanoTime();
        CompletableFuture<Api.Answer> run = CompletableFuture.supplyAsync(() -> API.post(
                "/api/v1/queries/names-there/run",
                Map.of("runId", "slow-several", "text", text, "choices", Map.of("island", Api.blank()))));
        Thread.sleep(5_000);
        API.post("/api/v1/runs/slow-several/stop", Map.of());
        Api.Answer ran = run.get();
        assertThat(Duration.ofNanos(System.nanoTime() - start)).isLessThan(Duration.ofSeconds(12));
        assertThat(ran.failure()).contains("stopped");
    }

    @Test
    void keyTransferIsExported() throws Exception {
        decide("office", "harbour", "allowed");
        decide("harbour", "office", "refused");
        String yaml = new String(file("project.yaml"), StandardCharsets.UTF_8);
        assertThat(yaml)
                .contains("transfer-policies:")
                .containsPattern("from: \"?office\"?\\s+to: \"?harbour\"?\\s+allowed: true");
        assertThat(yaml).containsPattern("from: \"?harbour\"?\\s+to: \"?office\"?\\s+allowed: false");
        assertThat(API.send(
                                "PUT",
                                "/api/v1/transfer-policies",
                                Map.of("from", "no such source", "to", "office", "decision", "allowed"))
                        .status())
                .isEqualTo(404);
        assertThat(API.send(
                                "PUT",
                                "/api/v1/transfer-policies",
                                Map.of("from", "office", "to", "office", "decision", "perhaps"))
                        .status())
                .isEqualTo(422);
    }

    private static byte[] file(String wanted) throws IOException, InterruptedException {
        HttpRequest exported = HttpRequest.newBuilder(
                        URI.create(RunningServer.get().address() + "/api/v1/projects/home/project.zip"))
                .build();
        byte[] zip = HttpClient.newHttpClient()
                .send(exported, HttpResponse.BodyHandlers.ofByteArray())
                .body();
        try (ZipInputStream files = new ZipInputStream(new ByteArrayInputStream(zip))) {
            for (ZipEntry entry = files.getNextEntry(); entry != null; entry = files.getNextEntry()) {
                if (entry.getName().endsWith(wanted)) {
                    return files.readAllBytes();
                }
            }
        }
        throw new IOException("There is no " + wanted);
    }
}
