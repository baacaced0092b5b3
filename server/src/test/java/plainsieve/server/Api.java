package plainsieve.server;

import java.io.IOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A client of the API. */
public final class Api {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    /** A new client with its own cookies. */
    private final HttpClient client;

    private final String address;
    private final String header;
    private final String value;

    public Api(String address) {
        this(address, HttpClient.newBuilder().cookieHandler(new CookieManager()).build(), "", "");
    }

    private Api(String address, HttpClient client, String header, String value) {
        this.address = address;
        this.client = client;
        this.header = header;
        this.value = value;
    }

    /** The same client with an API key. */
    public Api withKey(String secret) {
        return new Api(address, HttpClient.newHttpClient(), "Authorization", "Bearer " + secret);
    }

    /** The same client, viewing as a group. */
    public Api lookingAs(String as) {
        return saying("View-As", as);
    }

    /** The same client with an additional header. */
    public Api saying(String name, String said) {
        return new Api(address, client, name, said);
    }

    /** A response: status and JSON lines; a single body has one line. */
    public record Answer(int status, String contentType, List<JsonNode> lines) {
        public JsonNode json() {
            return lines.get(0);
        }

        /** All rows of a run. */
        public List<JsonNode> rows() {
            List<JsonNode> rows = new ArrayList<>();
            lines.stream()
                    .filter(line -> line.path("event").asString("").equals("rows"))
                    .forEach(line -> line.get("rows").forEach(rows::add));
            return rows;
        }

        /** The failure in a problem document or in the last line of a stream. */
        public String failure() {
            return last().path("detail").asString(last().path("message").asString(""));
        }

        public JsonNode last() {
            return lines.get(lines.size() - 1);
        }
    }

    public Answer get(String path) {
        return send(
                HttpRequest.newBuilder(URI.create(address + inProject(path))).GET());
    }

    /** Paths without a project are relative to the demo project. */
    private static String inProject(String path) {
        boolean whole = path.matches(
                "/api/v1/(projects|health|me|sign-in|sign-out|people|groups|audit-log|clock|allowed-sources|unsubscribe)\\b.*");
        String api = "/api/v1/";
        return whole || !path.startsWith(api) ? path : "/api/v1/projects/home/" + path.substring(api.length());
    }

    public Answer post(String path, Object body) {
        return send("POST", path, body);
    }

    public Answer send(String method, String path, Object body) {
        String text = body instanceof String raw ? raw : JSON.writeValueAsString(body);
        return send(HttpRequest.newBuilder(URI.create(address + inProject(path)))
                .header("Content-Type", "application/json")
                .method(method, HttpRequest.BodyPublishers.ofString(text)));
    }

    public Answer sendBytes(String method, String path, String type, byte[] body) {
        return send(HttpRequest.newBuilder(URI.create(address + inProject(path)))
                .header("Content-Type", type)
                .method(method, HttpRequest.BodyPublishers.ofByteArray(body)));
    }

    /** The cookies as a header value. */
    String cookies() {
        return ((CookieManager) client.cookieHandler().orElseThrow())
                .getCookieStore().getCookies().stream()
                        .map(cookie -> cookie.getName() + "=" + cookie.getValue())
                        .collect(Collectors.joining("; "));
    }

    /** The complete response with headers. */
    HttpResponse<String> exchange(String method, String path, Object body) throws IOException, InterruptedException {
        return client.send(
                HttpRequest.newBuilder(URI.create(address + inProject(path)))
                        .header("Content-Type", "application/json")
                        .method(method, HttpRequest.BodyPublishers.ofString(JSON.writeValueAsString(body)))
                        .build(),
                HttpResponse.BodyHandlers.ofString());
    }

    /** A page as served. */
    public String text(String path) throws IOException, InterruptedException {
        return client.send(
                        HttpRequest.newBuilder(URI.create(address + path)).build(),
                        HttpResponse.BodyHandlers.ofString())
                .body();
    }

    /** The status alone, whatever the body. */
    public int status(String method, String path, String type, String body) {
        HttpRequest request = HttpRequest.newBuilder(URI.create(address + path))
                .header("Content-Type", type)
                .method(method, HttpRequest.BodyPublishers.ofString(body))
                .build();
        try {
            return client.send(request, HttpResponse.BodyHandlers.discarding()).statusCode();
        } catch (IOException | InterruptedException e) {
            throw new IllegalStateException("No answer to " + request, e);
        }
    }

    /** Uploads a file into the folder of a source. */
    public Answer upload(String source, String name, boolean replace, byte[] content) {
        String where = "/api/v1/sources/%s/files?name=%s&replace=%s"
                .formatted(source, URLEncoder.encode(name, StandardCharsets.UTF_8), replace);
        return send(HttpRequest.newBuilder(URI.create(address + inProject(where)))
                .header("Content-Type", "application/octet-stream")
                .method("PUT", HttpRequest.BodyPublishers.ofByteArray(content)));
    }

    private Answer send(HttpRequest.Builder request) {
        if (!header.isEmpty()) {
            request.header(header, value);
        }
        try {
            HttpResponse<String> response = client.send(request.build(), HttpResponse.BodyHandlers.ofString());
            List<JsonNode> lines = new ArrayList<>();
            boolean stream =
                    response.headers().firstValue("Content-Type").orElse("").contains("ndjson");
            if (stream) {
                response.body().lines().forEach(line -> lines.add(JSON.readTree(line)));
            } else if (!response.body().isBlank()) {
                lines.add(JSON.readTree(response.body()));
            }
            return new Answer(
                    response.statusCode(),
                    response.headers().firstValue("Content-Type").orElse(""),
                    lines);
        } catch (IOException | InterruptedException e) {
            throw new IllegalStateException("No answer to " + request, e);
        }
    }

    /** Runs a view of a report with choices; omitted parameters have their defaults. */
    public Answer runView(String report, String view, Map<String, Object> choices) {
        return post(
                "/api/v1/reports/%s/views/%s/run".formatted(report, view),
                Map.of("runId", UUID.randomUUID().toString(), "choices", choices, "sortBy", "", "descending", false));
    }

    /** The values of a parameter's list, given the choices of its parents. */
    public Answer listValues(String parameter, Map<String, Object> choices) {
        return listValues(parameter, choices, "", 0);
    }

    public Answer listValues(String parameter, Map<String, Object> choices, String search, int start) {
        return post(
                "/api/v1/parameters/%s/values".formatted(parameter),
                Map.of("choices", choices, "search", search, "start", start));
    }

    public Answer runDraft(String query, String text, Map<String, Object> choices) {
        return post(
                "/api/v1/queries/%s/run".formatted(query),
                Map.of("runId", UUID.randomUUID().toString(), "text", text, "choices", choices));
    }

    public static Map<String, Object> values(String... values) {
        return Map.of("kind", "values", "values", List.of(values), "withoutValue", false);
    }

    public static Map<String, Object> blank() {
        return Map.of("kind", "blank", "values", List.of(), "withoutValue", false);
    }
}
