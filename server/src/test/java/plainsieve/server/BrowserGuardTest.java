package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.io.InputStreamReader;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

/** Speaks HTTP by hand, because a well-behaved client does not let itself be told to lie about its host. */
class BrowserGuardTest {
    private static String ask(String... headers) throws Exception {
        URI address = URI.create(RunningServer.get().address());
        try (Socket socket = new Socket(address.getHost(), address.getPort())) {
            String request = "GET /api/projects/home/reports HTTP/1.1\r\n" + String.join("\r\n", headers)
                    + "\r\nConnection: close\r\n\r\n";
            socket.getOutputStream().write(request.getBytes(StandardCharsets.US_ASCII));
            return new BufferedReader(new InputStreamReader(socket.getInputStream(), StandardCharsets.UTF_8))
                    .lines()
                    .collect(Collectors.joining("\n"));
        }
    }

    @Test
    void answersItsOwnHostAndFencesThePageIn() throws Exception {
        assertThat(ask("Host: localhost"))
                .startsWith("HTTP/1.1 200")
                .contains("Content-Security-Policy: default-src 'self'", "X-Content-Type-Options: nosniff");
    }

    @Test
    void refusesANameThatSomeoneElsePointedHere() throws Exception {
        assertThat(ask("Host: evil.example")).startsWith("HTTP/1.1 403").contains("plainsieve.hosts");
    }

    @Test
    void refusesRequestsThatOtherSitesMake() throws Exception {
        assertThat(ask("Host: localhost", "Sec-Fetch-Site: cross-site", "Sec-Fetch-Mode: no-cors"))
                .startsWith("HTTP/1.1 403");
    }

    @Test
    void followsALinkFromAnotherSite() throws Exception {
        assertThat(ask("Host: localhost", "Sec-Fetch-Site: cross-site", "Sec-Fetch-Mode: navigate"))
                .startsWith("HTTP/1.1 200");
    }
}
