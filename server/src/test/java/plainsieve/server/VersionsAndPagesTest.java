package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** ETags of versioned resources, conditional changes, and paged lists. */
class VersionsAndPagesTest {
    private static final String ADDRESS = RunningServer.get().address();
    private static final Api API = new Api(ADDRESS);
    private static final String HOME = "/api/v1/projects/home";
    private static final JsonMapper JSON = new JsonMapper();

    private static HttpResponse<String> send(String method, String path, Object body, String... headers)
            throws Exception {
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(ADDRESS + path))
                .header("Content-Type", "application/json")
                .method(method, HttpRequest.BodyPublishers.ofString(JSON.writeValueAsString(body)));
        if (headers.length > 0) {
            request.headers(headers);
        }
        return HttpClient.newHttpClient().send(request.build(), HttpResponse.BodyHandlers.ofString());
    }

    private static String tag(String path) throws Exception {
        return send("GET", path, Map.of()).headers().firstValue("ETag").orElseThrow();
    }

    @Test
    void changeNamesItsBaseVersion() throws Exception {
        String query = HOME + "/queries/"
                + API.post(
                                "/api/v1/queries",
                                Map.of("name", "Tagged", "source", "ferries", "text", "select name from ports"))
                        .json()
                        .get("id")
                        .asString();
        String first = tag(query);
        assertThat(send("PATCH", query, Map.of("name", "Tagged again"), "If-Match", first)
                        .statusCode())
                .isLessThan(300);
        assertThat(tag(query)).isNotEqualTo(first);
        assertThat(send("PATCH", query, Map.of("name", "Tagged late"), "If-Match", first)
                        .statusCode())
                .isEqualTo(409);
        assertThat(send("PATCH", query, Map.of("name", "Tagged oddly"), "If-Match", "W/\"1\"")
                        .statusCode())
                .isEqualTo(422);
        assertThat(API.get(query).json().get("name").asString()).isEqualTo("Tagged again");
        API.send("DELETE", query, "");
    }

    @ParameterizedTest
    @ValueSource(strings = {"/parameters/port", "/stages/live", "/queries/late-crossings"})
    void etagIsTheVersion(String path) throws Exception {
        int version = API.get(HOME + path).json().get("version").asInt();
        assertThat(tag(HOME + path)).isEqualTo("\"" + version + "\"");
    }

    @ParameterizedTest
    @ValueSource(strings = {"{", "", "[1, ", "\u0000"})
    void rejectsABodyThatIsNotJson(String body) throws Exception {
        HttpRequest request = HttpRequest.newBuilder(URI.create(ADDRESS + HOME + "/queries/late-crossings"))
                .headers("Content-Type", "application/json", "If-Match", "\"1\"")
                .method("PATCH", HttpRequest.BodyPublishers.ofString(body))
                .build();
        HttpResponse<String> refused = HttpClient.newHttpClient().send(request, HttpResponse.BodyHandlers.ofString());
        assertThat(refused.statusCode()).as(refused.body()).isEqualTo(400);
    }

    @Test
    void reportPageIsCompressed() throws Exception {
        HttpResponse<String> page = send("GET", HOME + "/reports/late-crossings", Map.of(), "Accept-Encoding", "gzip");
        assertThat(page.headers().firstValue("Content-Encoding")).contains("gzip");
    }

    @ParameterizedTest
    @ValueSource(strings = {"/queries", "/parameters", "/reports", "/sources"})
    void listsArePaged(String path) throws Exception {
        List<String> all = names(API.get(HOME + path).json());
        List<String> read = new ArrayList<>();
        Optional<String> next = Optional.of(HOME + path + "?limit=2");
        int pages = 0;
        while (next.isPresent()) {
            HttpResponse<String> page = send("GET", next.get(), Map.of());
            assertThat(page.statusCode()).as(page.body()).isEqualTo(200);
            List<String> names = names(JSON.readTree(page.body()));
            assertThat(names).hasSizeLessThanOrEqualTo(2);
            read.addAll(names);
            next = page.headers().firstValue("Link").map(link -> {
                assertThat(link).endsWith("; rel=\"next\"");
                return link.substring(1, link.indexOf('>'));
            });
            pages++;
        }
        assertThat(read).isEqualTo(all);
        assertThat(pages).isEqualTo((all.size() + 1) / 2);
    }

    private static List<String> names(JsonNode list) {
        List<String> names = new ArrayList<>();
        list.forEach(one -> names.add(
                one.has("id")
                        ? one.get("id").asString()
                        : one.get("definition").get("name").asString()));
        return names;
    }

    @ParameterizedTest
    @ValueSource(strings = {"limit=0", "limit=1001", "limit=many", "after=no-such-query"})
    void rejectsInvalidPages(String parameters) throws Exception {
        HttpResponse<String> refused = send("GET", HOME + "/queries?" + parameters, Map.of());
        assertThat(refused.statusCode()).isEqualTo(422);
        assertThat(refused.body()).contains("invalid-request");
    }
}
