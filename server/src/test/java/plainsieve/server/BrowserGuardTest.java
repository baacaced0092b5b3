package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.io.InputStreamReader;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Writes HTTP by hand, because HTTP clients do not send a false Host header. */
class BrowserGuardTest {
    private static String ask(String... headers) throws Exception {
        return request("GET", "/api/v1/projects/home/reports", headers);
    }

    private static String request(String method, String target, String... headers) throws Exception {
        URI address = URI.create(RunningServer.get().address());
        try (Socket socket = new Socket(address.getHost(), address.getPort())) {
            String request = "%s %s HTTP/1.1\r\n%s\r\nConnection: close\r\n\r\n"
                    .formatted(method, target, String.join("\r\n", headers));
            socket.getOutputStream().write(request.getBytes(StandardCharsets.US_ASCII));
            return new BufferedReader(new InputStreamReader(socket.getInputStream(), StandardCharsets.UTF_8))
                    .lines()
                    .collect(Collectors.joining("\n"));
        }
    }

    @Test
    void responseHasSecurityHeadersForItsHost() throws Exception {
        assertThat(ask("Host: localhost"))
                .startsWith("HTTP/1.1 200")
                .contains("Content-Security-Policy: default-src 'self'", "X-Content-Type-Options: nosniff");
    }

    @Test
    void rejectsAForeignHostName() throws Exception {
        assertThat(ask("Host: evil.example")).startsWith("HTTP/1.1 403").contains("plainsieve.hosts");
    }

    @ParameterizedTest
    @CsvSource({
        "GET, /api/v1/projects/home/reports, Sec-Fetch-Site: cross-site, Sec-Fetch-Mode: no-cors",
        "GET, /api/v1/projects/home/reports, Sec-Fetch-Site: same-site, Sec-Fetch-Mode: cors",
        "GET, /api/v1/projects/home/reports, Sec-Fetch-Site: cross-site, Sec-Fetch-Mode: navigate",
        "GET, /, Sec-Fetch-Site: cross-site, Sec-Fetch-Mode: no-cors",
        "POST, /api/v1/projects/home/runs/x/stop, Sec-Fetch-Site: cross-site, Sec-Fetch-Mode: navigate",
        "POST, /api/v1/projects/home/runs/x/stop, Origin: http://evil.example, Content-Length: 0",
        "POST, /api/v1/projects/home/runs/x/stop, Origin: null, Content-Length: 0",
        "POST, /api/v1/projects/home/runs/x/stop, Origin: http://localhost:1, Content-Length: 0"
    })
    void rejectsCrossSiteRequests(String method, String target, String one, String other) throws Exception {
        assertThat(request(method, target, "Host: localhost", one, other))
                .startsWith("HTTP/1.1 403")
                .contains("application/problem+json", "X-Content-Type-Options: nosniff");
    }

    @ParameterizedTest
    @CsvSource({
        "Sec-Fetch-Site: same-origin, Sec-Fetch-Mode: no-cors",
        "Origin: http://localhost, Sec-Fetch-Site: same-origin",
        "Origin: https://localhost, Content-Length: 0",
        "Accept: */*, Content-Length: 0"
    })
    void acceptsItsOwnPagesAndPrograms(String one, String other) throws Exception {
        assertThat(request("POST", "/api/v1/projects/home/runs/x/stop", "Host: localhost", one, other))
                .startsWith("HTTP/1.1 204");
    }

    @Test
    void followsALinkFromAnotherSite() throws Exception {
        String page = request(
                "GET",
                "/projects/home/reports",
                "Host: localhost",
                "Sec-Fetch-Site: cross-site",
                "Sec-Fetch-Mode: navigate");
        assertThat(page).startsWith("HTTP/1.1 200").contains("<html", "frame-ancestors 'none'");
    }

    /** Also requests that reach no handler. */
    @ParameterizedTest
    @CsvSource({
        "GET, /api/v1/nothing/like/it, 404",
        "GET, /api/v1/projects/home/reports/x%00, 400",
        "GET, /[], 400",
        "GET, /assets/none.js, 404",
        "BREW, /api/v1/projects, 405"
    })
    void everyErrorIsAProblemWithSafeHeaders(String method, String target, int status) throws Exception {
        assertThat(request(method, target, "Host: localhost"))
                .startsWith("HTTP/1.1 " + status)
                .contains("application/problem+json", "X-Content-Type-Options: nosniff", "\"advice\"")
                .doesNotContain("<html", "tomcat", "Tomcat");
    }

    @Test
    void limitsTheRequestSize() throws Exception {
        assertThat(request("POST", "/api/v1/projects", "Host: localhost", "Content-Length: 99999999"))
                .startsWith("HTTP/1.1 413")
                .contains("larger than 32 MB");
    }

    /** The page opens and reports the truncated part. */
    @Test
    void truncatedLinkStillOpensItsPage() throws Exception {
        assertThat(request("GET", "/projects/home/reports/late-crossings?port=%E", "Host: localhost"))
                .startsWith("HTTP/1.1 200")
                .contains("<html");
        assertThat(request("GET", "/api/v1/projects/home/sent?query=%E", "Host: localhost"))
                .startsWith("HTTP/1.1 400")
                .contains("cut off");
    }
}
