package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Clients that disconnect, read slowly, or are many do not affect each other. */
class StreamingClientsTest {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final String ENDLESS =
            "select count(*) from crossings a, crossings b, crossings c where a.delay_min + b.delay_min * c.delay_min > 0";

    private final String address = RunningServer.get().address();
    private final Api api = new Api(address);

    /** Sends a request and reads none of its response. */
    private Socket ask(String method, String path, String body) throws IOException {
        URI server = URI.create(address);
        Socket socket = new Socket();
        // A slow client has a small window from the beginning.
        socket.setReceiveBufferSize(4096);
        socket.connect(new InetSocketAddress(server.getHost(), server.getPort()));
        byte[] bytes = body.getBytes(StandardCharsets.UTF_8);
        String head =
                "%s /api/v1/projects/home%s HTTP/1.1\r\nHost: %s\r\nCookie: %s\r\nContent-Type: application/json\r\nContent-Length: %d\r\n\r\n"
                        .formatted(method, path, server.getAuthority(), api.cookies(), bytes.length);
        socket.getOutputStream().write(head.getBytes(StandardCharsets.UTF_8));
        socket.getOutputStream().write(bytes);
        socket.getOutputStream().flush();
        return socket;
    }

    private String queryOn(String source) {
        return api.post("/api/v1/queries", Map.of("name", "Readers " + source, "source", source, "text", "select 1"))
                .json()
                .get("id")
                .asString();
    }

    private JsonNode lastSent(String query) {
        return api.get("/api/v1/sent?query=" + query).json().get(0);
    }

    /** Of its latest statement; empty if none was sent yet. */
    private String outcome(String query) {
        JsonNode sent = api.get("/api/v1/sent?query=" + query).json();
        return sent.isEmpty() ? "" : sent.get(0).get("outcome").asString();
    }

    @ParameterizedTest
    @ValueSource(strings = {"ferries", "harbour", "islands"})
    void disconnectCancelsTheStatement(String source) throws Exception {
        String query = queryOn(source);
        String body = JSON.writeValueAsString(
                Map.of("runId", UUID.randomUUID().toString(), "text", ENDLESS, "choices", Map.of()));
        Socket reader = ask("POST", "/queries/" + query + "/run", body);
        Waiting.until(() -> outcome(query).equals("running"));
        reader.close();
        Waiting.until(() -> outcome(query).equals("stopped"));
        api.send("DELETE", "/api/v1/queries/" + query, "");
    }

    @ParameterizedTest
    @CsvSource({"ferries, csv", "harbour, json"})
    void slowClientsHoldNoConnection(String source, String format) throws Exception {
        String query = queryOn(source);
        String report = wideReport(query);
        List<Socket> slow = new ArrayList<>();
        for (int i = 0; i < 10; i++) {
            slow.add(orderedFile(report, format));
        }
        JsonNode done = awaitDone(query, 10);
        assertThat(done)
                .allSatisfy(line -> assertThat(line.get("outcome").asString()).isEqualTo("done"));
        String whole = readAll(slow.get(0));
        assertThat(whole).contains("HTTP/1.1 200").endsWith("\r\n0\r\n\r\n");
        for (Socket socket : slow) {
            socket.close();
        }
        api.send("DELETE", "/api/v1/reports/" + report, "");
        api.send("DELETE", "/api/v1/queries/" + query, "");
    }

    private String wideReport(String query) {
        String text = "select a.crossing_id, a.departed_at, a.master_note, repeat('x', 200) as wide from crossings a";
        int version = api.get("/api/v1/queries/" + query).json().get("version").asInt();
        version = api.send("PATCH", "/api/v1/queries/" + query, Map.of("text", text, "version", version))
                .json()
                .get("version")
                .asInt();
        api.post("/api/v1/queries/" + query + "/publish", Map.of("version", version));
        String report = api.post("/api/v1/queries/" + query + "/reports", Map.of())
                .json()
                .get("id")
                .asString();
        int seen = api.get("/api/v1/reports/" + report + "/editor")
                .json()
                .get("report")
                .get("version")
                .asInt();
        api.post("/api/v1/reports/" + report + "/editor/publish", Map.of("version", seen));
        return report;
    }

    private Socket orderedFile(String report, String format) throws IOException {
        String view = "";
        for (JsonNode one :
                api.get("/api/v1/reports/" + report).json().get("definition").get("views")) {
            view = one.get("kind").asString().equals("table") ? one.get("id").asString() : view;
        }
        String run = UUID.randomUUID().toString();
        Api.Answer ordered = api.post(
                "/api/v1/reports/%s/views/%s/downloads".formatted(report, view),
                Map.of("runId", run, "choices", Map.of(), "format", format, "withHeader", false));
        assertThat(ordered.status()).isEqualTo(201);
        return ask("GET", "/downloads/" + run, "");
    }

    private JsonNode awaitDone(String query, int count) {
        return Waiting.until(
                () -> api.get("/api/v1/sent?cause=download&query=" + query).json(), lines -> allEnded(lines, count));
    }

    private static boolean allEnded(JsonNode lines, int count) {
        int ended = 0;
        for (JsonNode line : lines) {
            ended += line.get("outcome").asString().equals("running") ? 0 : 1;
        }
        return ended == count;
    }

    private static String readAll(Socket socket) throws IOException {
        InputStream in = socket.getInputStream();
        StringBuilder all = new StringBuilder();
        byte[] some = new byte[65_536];
        while (!all.toString().endsWith("\r\n0\r\n\r\n")) {
            int count = in.read(some);
            if (count < 0) {
                break;
            }
            all.append(new String(some, 0, count, StandardCharsets.ISO_8859_1));
            if (all.length() > 1_000_000) {
                all.delete(1000, all.length() - 1000);
            }
        }
        return all.toString();
    }

    /** Each runs for a fifth of a second, and eight at a time. */
    @Test
    void queuedRequestsReportTheirPosition() {
        String query = queryOn("islands");
        ExecutorService threads = Executors.newCachedThreadPool();
        List<CompletableFuture<Api.Answer>> all = new ArrayList<>();
        for (int i = 0; i < 100; i++) {
            all.add(CompletableFuture.supplyAsync(
                    () -> api.runDraft(query, "select sleep(0.2) as slept", Map.of()), threads));
        }
        assertThat(all).allSatisfy(answer -> {
            assertThat(answer.join().status()).isEqualTo(200);
            assertThat(answer.join().last().get("event").asString()).isEqualTo("done");
        });
        assertThat(all).anySatisfy(answer -> assertThat(answer.join().lines())
                .anyMatch(line -> line.get("event").asString().equals("queued")
                        && line.get("position").asInt() > 0));
        threads.shutdown();
        api.send("DELETE", "/api/v1/queries/" + query, "");
    }

    /** A late failure ends the stream with a line like an early failure. */
    @Test
    void lateErrorIsTheLastLine() {
        String query = queryOn("harbour");
        Api.Answer answer =
                api.runDraft(query, "select 1 / (x - x) from (select count(*) as x from pg_sleep(2)) s", Map.of());
        assertThat(answer.status()).isEqualTo(200);
        assertThat(answer.lines().get(0).get("event").asString()).isEqualTo("progress");
        assertThat(answer.last().get("event").asString()).isEqualTo("failed");
        assertThat(answer.last().get("message").asString()).contains("division by zero");
        assertThat(answer.last().get("problems")).hasSizeLessThanOrEqualTo(1);
        api.send("DELETE", "/api/v1/queries/" + query, "");
    }
}
