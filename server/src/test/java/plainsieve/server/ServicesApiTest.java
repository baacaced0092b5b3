package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.demo.FareService;
import plainsieve.demo.TideService;
import tools.jackson.databind.JsonNode;

/** Web services as sources: added, queried by requests, previewed, and logged in Sent. */
class ServicesApiTest {
    private static final String TIDES = """
            request 1
            get /ports/:gauge/tides
            query from = :since
            query kind = :water
            rows at data.tides
            pages by link at links.next
            then
            select time, kind, height_m from response where height_m > :height order by time""";

    private static final String KEY_IN_HEADER = "header " + TideService.KEY_HEADER;

    private static final Api API = new Api(RunningServer.get().address());
    private static TideService tides;
    private static FareService fares;

    @BeforeAll
    static void start() throws IOException {
        tides = TideService.start(0, 0);
        fares = FareService.start(0);
        add(service("gauges", "web", tides.address(), KEY_IN_HEADER, TideService.KEY));
        add(service("prices", "odata", fares.address(), "none", ""));
        for (Map<String, Object> parameter : List.<Map<String, Object>>of(
                Map.of("name", "gauge", "type", "text"),
                Map.of("name", "since", "type", "date"),
                Map.of("name", "water", "type", "text", "multiple", true),
                Map.of("name", "height", "type", "decimal"))) {
            assertThat(API.post("/api/v1/parameters", parameter).status()).isBetween(200, 204);
        }
        API.post("/api/v1/queries", Map.of("name", "Gauges", "source", "gauges", "text", TIDES));
        API.post("/api/v1/queries", Map.of("name", "Prices", "source", "prices", "text", "select 1"));
    }

    @AfterAll
    static void stop() {
        tides.close();
        fares.close();
    }

    /** @param signIn the kind of sign-in and its user name */
    private static Map<String, Object> service(String id, String kind, String address, String signIn, String secret) {
        String[] way = signIn.split(" ");
        String name = way.length > 1 ? way[1] : "";
        return Map.of("id", id, "kind", kind, "database", address, "signIn", way[0], "user", name, "password", secret);
    }

    private static void add(Map<String, Object> source) {
        assertThat(API.post("/api/v1/sources", source).status()).isEqualTo(201);
    }

    private static Map<String, Object> choices() {
        return Map.of(
                "gauge", Api.values("Brae O'Noth"),
                "since", Api.values("2026-06-30"),
                "water", Api.values("high"),
                "height", Api.blank());
    }

    @Test
    void requestRunsAsAQueryAndIsLogged() {
        Api.Answer ran = API.runDraft("gauges", TIDES, choices());
        assertThat(ran.rows()).hasSize(2);
        assertThat(ran.last().get("localRows").asLong()).isEqualTo(2);
        JsonNode begun = ran.lines().stream()
                .filter(line -> line.path("event").asString("").equals("started"))
                .findFirst()
                .orElseThrow();
        assertThat(begun.get("text").asString()).startsWith("get /ports/?/tides?from=?&kind=?\nrows at");
        JsonNode sent = API.get("/api/v1/sent/" + begun.get("sentId").asLong()).json();
        assertThat(sent.get("localRows").asLong()).isEqualTo(2);
        assertThat(sent.toString()).doesNotContain(TideService.KEY);
        assertThat(API.get("/api/v1/sent/" + begun.get("sentId").asLong() + "/text")
                        .json()
                        .get("text")
                        .asString())
                .startsWith("get /ports/Brae%20O%27Noth/tides?from=2026-06-30&kind=high\n");
    }

    @Test
    void reportsWhereEachChoiceOfARequestRan() {
        Map<String, Object> chosen = new HashMap<>(choices());
        chosen.put("height", Api.values("1"));
        Api.Answer ran = API.runDraft("gauges", TIDES, chosen);
        long id = ran.lines().stream()
                .filter(line -> line.path("event").asString("").equals("started"))
                .findFirst()
                .orElseThrow()
                .get("sentId")
                .asLong();
        JsonNode proof = API.post("/api/v1/sent/" + id + "/evidence", Map.of()).json();
        assertThat(proof.get("placements"))
                .extracting(ran1 -> ran1.get("parameter").asString() + " "
                        + ran1.get("site").asString())
                .containsExactlyInAnyOrder("gauge at-service", "since at-service", "water at-service", "height here");
    }

    @Test
    void showsTheUrlBeforeSending() {
        int before = tides.requestCount();
        JsonNode address = API.post(
                        "/api/v1/queries/gauges/request/address", Map.of("text", TIDES, "choices", choices()))
                .json();
        assertThat(address.get("base").asString()).isEqualTo(tides.address());
        assertThat(address.get("text").asString()).isEqualTo("get /ports/?/tides?from=?&kind=?\n");
        assertThat(address.get("values")).hasSize(3);
        assertThat(tides.requestCount()).isEqualTo(before);
        JsonNode wrong = API.post(
                        "/api/v1/queries/gauges/request/address",
                        Map.of("text", "request 1\nget tides", "choices", Map.of()))
                .json();
        assertThat(wrong.get("problem").asString()).contains("not a path below");
    }

    @Test
    void previewsTheRawResponse() {
        JsonNode look = API.post(
                        "/api/v1/queries/gauges/request/preview",
                        Map.of("text", "request 1\nget /ports/Ardlow/tides", "choices", Map.of()))
                .json();
        assertThat(look.get("status").asInt()).isEqualTo(200);
        assertThat(look.get("headers").toString()).contains("Tides of Hethra Sound");
        assertThat(look.get("start").asString()).startsWith("{\"datum\"");
        assertThat(look.get("lists").get(0).get("at").asString()).isEqualTo("data.tides");
        assertThat(look.get("columns"))
                .extracting(column -> column.get("type").asString())
                .isEmpty();
        assertThat(look.get("problem").asString()).contains("has no array of rows");
        JsonNode missing = API.post(
                        "/api/v1/queries/gauges/request/preview",
                        Map.of("text", "request 1\nget /nothing", "choices", Map.of()))
                .json();
        assertThat(missing.get("status").asInt()).isEqualTo(404);
    }

    @Test
    void reportsASyntaxErrorAtItsPosition() {
        JsonNode check = API.post(
                        "/api/v1/queries/gauges/check",
                        Map.of("text", "request 1\nget /t?x=:gauge&y=:missing\nrows in data\nthen\nselect 1"))
                .json();
        assertThat(check.get("problems").get(0).get("line").asInt()).isEqualTo(3);
        JsonNode known = API.post(
                        "/api/v1/queries/gauges/check", Map.of("text", "request 1\nget /t?x=:gauge&y=:missing"))
                .json();
        assertThat(known.get("marks")).hasSize(2);
        assertThat(known.get("problems").get(0).get("message").asString()).contains(":missing");
    }

    @Test
    void mapsEngineErrorsToTheAuthorText() {
        Api.Answer ran = API.runDraft("gauges", TIDES.replace("kind, height_m", "kidn, height_m"), choices());
        assertThat(ran.last().get("problems").get(0).get("line").asInt()).isEqualTo(8);
        // A word that also occurs in the request.
        Api.Answer again = API.runDraft("gauges", TIDES.replace("select time,", "select tides,\n tides,"), choices());
        assertThat(again.last().get("problems").get(0).get("line").asInt()).isEqualTo(8);
    }

    @Test
    void pagesAndTypesFollowTheKindOfSource() {
        JsonNode sql = API.post("/api/v1/queries/gauges/check", Map.of("text", "select 1"))
                .json();
        assertThat(sql.get("problems").get(0).get("message").asString()).contains("takes requests, not SQL");
        JsonNode request = API.post("/api/v1/queries/prices/check", Map.of("text", "request 1\nget /"))
                .json();
        assertThat(request.get("problems").get(0).get("message").asString()).contains("takes SQL or steps");
        Api.Answer routes = API.runDraft("prices", "steps 1\nfrom Routes\nfirst 2 rows", Map.of());
        assertThat(routes.rows()).as(routes.lines().toString()).hasSize(2);
    }

    @Test
    void rejectsHostsThatAreNotAllowed() {
        Api.Answer tried = API.post(
                "/api/v1/sources/test", service("elsewhere", "web", "http://localhost:" + tides.port(), "none", ""));
        assertThat(tried.failure()).contains("is not allowed");
        assertThat(API.post("/api/v1/sources/test", service("x", "web", "ftp://127.0.0.1", "none", ""))
                        .failure())
                .contains("Invalid service address");
    }

    @Test
    void reportsAWrongSecretWithoutShowingIt() {
        Api.Answer tried =
                API.post("/api/v1/sources/test", service("x", "web", tides.address(), KEY_IN_HEADER, "not-the-secret"));
        assertThat(tried.failure()).contains("rejected the authentication (401)");
        assertThat(tried.json().toString()).doesNotContain("not-the-secret");
        assertThat(API.get("/api/v1/sources").json().toString()).doesNotContain(TideService.KEY);
    }

    @Test
    void secretIsSentToItsOwnHostOnly() {
        assertThat(API.post("/api/v1/sources/test", service("gauges", "web", tides.address(), KEY_IN_HEADER, ""))
                        .json()
                        .get("version")
                        .asString())
                .isEqualTo("Tides of Hethra Sound");
        assertThat(API.post("/api/v1/sources/test", service("gauges", "web", fares.address(), KEY_IN_HEADER, ""))
                        .status())
                .isEqualTo(200);
        assertThat(API.post("/api/v1/sources/test", service("gauges", "web", tides.address(), "header X-Other", ""))
                        .failure())
                .contains("401");
    }

    @Test
    void exportsRequestsUnchanged() throws IOException, InterruptedException {
        HttpResponse<byte[]> exported = HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(
                                        URI.create(RunningServer.get().address() + "/api/v1/projects/home/project.zip"))
                                .build(),
                        HttpResponse.BodyHandlers.ofByteArray());
        Map<String, String> files = new HashMap<>();
        try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(exported.body()))) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                files.put(entry.getName(), new String(zip.readAllBytes(), StandardCharsets.UTF_8));
            }
        }
        assertThat(files.toString()).contains("sign-in: header").doesNotContain(TideService.KEY);
        assertThat(files.entrySet())
                .anyMatch(file -> file.getKey().endsWith("gauges.request")
                        && file.getValue().startsWith("request 1"));
    }

    @Test
    void listsAColumnOfAnODataService() {
        API.post(
                "/api/v1/parameters",
                Map.of(
                        "name",
                        "traveler",
                        "type",
                        "text",
                        "multiple",
                        true,
                        "list",
                        Map.of(
                                "kind",
                                "column",
                                "column",
                                Map.of("source", "prices", "table", "Fares", "column", "class"))));
        assertThat(API.listValues("traveler", Map.of()).json().get("values"))
                .extracting(value -> value.get("value").asString())
                .containsExactly("bicycle", "car", "child", "dog", "foot", "van");
        Api.Answer ran = API.runDraft(
                "prices",
                "select fare_id from fares where class in (:traveler) and price > :height",
                Map.of("traveler", Api.values("dog"), "height", Api.values("5")));
        assertThat(fares.requests().get(fares.requests().size() - 1))
                .contains("$filter=(class eq 'dog' and price gt 5)");
        assertThat(ran.last().get("localRows").asLong()).isEqualTo(ran.rows().size());
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            select fare_id from fares limit 7                                       | $top=7
            select fare_id from fares where islander order by price desc limit 7    | $filter=islander eq true
            select fare_id from fares where not islander                            | $filter=not (islander eq true)
            select fare_id from fares where 10 < price                              | $filter=price gt 10
            select fare_id from fares where valid_from >= cast('2025-01-01' as date) | $filter=valid_from ge 2025-01-01
            """)
    void fetchesOnlyMatchingODataRows(String sql, String asked) {
        int before = fares.requests().size();

        Api.Answer ran = API.runDraft("prices", sql, Map.of());

        assertThat(ran.rows()).isNotEmpty();
        assertThat(ran.rows().size()).isLessThan(fares.allFares().size());
        List<String> sent = fares.requests().stream()
                .skip(before)
                .filter(address -> !address.equals("/$metadata"))
                .toList();
        assertThat(sent).isNotEmpty().allMatch(address -> address.contains(asked));
        if (sql.endsWith("limit 7")) {
            assertThat(ran.rows()).hasSize(7);
            assertThat(sent).singleElement().asString().contains("$top=7");
        }
    }
}
