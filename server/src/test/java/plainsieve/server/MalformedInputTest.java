package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.OutputStream;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Malformed requests are rejected with a 4xx status and are never internal errors. */
class MalformedInputTest {
    private final Api api = new Api(RunningServer.get().address());

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            POST | /api/v1/reports/late-crossings/views/figures/run | {"choices": {"port": {"kind": "values", "values": [null]}}}
            POST | /api/v1/reports/late-crossings/views/figures/run | {"choices": {"port": {"kind": "values", "values": null}}}
            POST | /api/v1/reports/late-crossings/views/figures/run | {"choices": {"port": null}}
            POST | /api/v1/reports/late-crossings/views/figures/run | {"choices": {"port": {"kind": null}}}
            POST | /api/v1/reports/late-crossings/selections        | {"name": "x", "choices": {"port": {"kind": "values", "values": [null]}}}
            POST | /api/v1/parameters/port/values                   | {"choices": {"island": {"kind": "values", "values": [null]}}}
            PUT  | /api/v1/reports/late-crossings/audience          | {"everyone": false, "groups": [null]}
            PUT  | /api/v1/allowed-sources/ferries                  | {"projects": [null]}
            PUT  | /api/v1/stages/draft                             | {"values": {"port": null}, "sources": {}, "version": 0}
            PUT  | /api/v1/stages/draft                             | {"values": {}, "sources": {"ferries": null}, "version": 0}
            POST | /api/v1/parameters                               | {"name": "p1", "formerNames": [null]}
            POST | /api/v1/queries/late-crossings/check             | {"text": null}
            """)
    void isRejected(String method, String path, String body) {
        assertThat(api.send(method, path, body).status()).isBetween(200, 499);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "queries: [null]",
                "queries: [{}]",
                "queries: [{id: q}]",
                "queries: [{id: q, source: ferries}]",
                "sources: [{}]",
                "sources: [{id: s}]",
                "sources: [{id: s, kind: postgresql}]",
                "parameters: [{}]",
                "parameters: [{name: p, type: nothing}]",
                "reports: [{}]",
                "reports: [{id: r, name: R, views: [{}]}]",
                "reports: [{id: r, name: R, views: [{id: v}]}]",
                "reports: [{id: r, name: R, views: [{id: v, kind: bars, query: late-crossings}]}]",
                "reports: [{id: r, name: R, views: [{id: v, kind: figures, query: late-crossings, measures: [{}]}]}]",
                "reports: [{id: r, name: R, controls: [{}]}]",
                "reports: [{id: r, name: R, controls: [{kind: slicer, parameters: [null]}]}]",
                "reports: [{id: r, name: R, signed-parameters: [null]}]",
                "drafts: [{}]",
                "transfer-policies: [{}]",
                "transfer-policies: [{from: ferries}]",
            })
    void incompleteProjectIsRejected(String yaml) throws Exception {
        HttpResponse<String> refused =
                ProjectUpload.upload(RunningServer.get().address(), Map.of("project.yaml", yaml));
        assertThat(refused.statusCode()).as(refused.body()).isBetween(400, 499);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"plainsieve-viewer=é", "plainsieve-session=é", "é=é", "plainsieve-known=é.é", "a=\"", ";;;="})
    void malformedCookieIsIgnored(String cookie) throws IOException {
        URI server = URI.create(RunningServer.get().address());
        try (Socket socket = new Socket(server.getHost(), server.getPort())) {
            OutputStream out = socket.getOutputStream();
            out.write(("GET /api/v1/me HTTP/1.1\r\nHost: " + server.getAuthority() + "\r\nCookie: " + cookie
                            + "\r\nConnection: close\r\n\r\n")
                    .getBytes(StandardCharsets.UTF_8));
            String answer = new String(socket.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            assertThat(answer).matches("(?s)HTTP/1.1 [24]\\d\\d .*");
        }
    }

    @Test
    void rejectsMoreFiltersThanPossible() {
        Map<String, Object> body = new HashMap<>(Map.of("runId", "many", "choices", Map.of()));
        Map<String, Object> filter = Map.of("column", "port", "type", "text", "values", List.of("Ardlow"));
        body.put("filters", java.util.Collections.nCopies(101, filter));
        assertThat(api.post("/api/v1/reports/late-crossings/views/crossings/run", body)
                        .status())
                .isEqualTo(422);
        body.put("filters", java.util.Collections.nCopies(50, filter));
        assertThat(api.post("/api/v1/reports/late-crossings/views/crossings/run", body)
                        .status())
                .isEqualTo(200);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            PUT  | /api/v1/reports/late-crossings/audience | {"everyone": false, "groups": [%s]}
            PUT  | /api/v1/allowed-sources/ferries         | {"projects": [%s]}
            POST | /api/v1/parameters/order                | {"names": [%s]}
            POST | /api/v1/parameters                      | {"name": "p1", "formerNames": [%s]}
            """)
    void everyListIsLimited(String method, String path, String body) {
        String list = "\"x\",".repeat(600_000) + "\"x\"";
        assertThat(api.send(method, path, body.formatted(list)).status()).isEqualTo(413);
    }
}
