package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.OutputStream;
import java.net.Socket;
import java.net.URI;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.issuer.Issuer;

/** The redirect URI behind a proxy with another scheme, host and port. */
class OpenIdBehindProxyTest {
    private static final Pattern REDIRECT = Pattern.compile("(?i)location: \\S*redirect_uri=([^&\\s]+)");

    private static Issuer issuer;
    private static AnotherServer server;

    @BeforeAll
    static void start() throws Exception {
        issuer = new Issuer("https://ferries.example:8443/sign-in/callback");
        server = AnotherServer.on(
                AnotherServer.folderOfFerries(),
                "--plainsieve.accounts=true",
                "--plainsieve.hosts=ferries.example",
                "--plainsieve.network.proxies=127.0.0.1",
                "--plainsieve.openid.issuer=" + issuer.address(),
                "--plainsieve.openid.client-id=" + Issuer.CLIENT,
                "--plainsieve.openid.client-secret=" + Issuer.SECRET,
                "--plainsieve.openid.label=Hethra");
    }

    @AfterAll
    static void stop() {
        server.close();
        issuer.close();
    }

    /** Headers of the proxy in docs/operating.md: {@code $http_host}, {@code $scheme}, {@code $server_port}. */
    @ParameterizedTest
    @CsvSource({
        "ferries.example:8443, https, 8443, https://ferries.example:8443/sign-in/callback",
        "ferries.example, https, 443, https://ferries.example/sign-in/callback",
        "ferries.example:8080, http, 8080, http://ferries.example:8080/sign-in/callback",
        "ferries.example, http, 80, http://ferries.example/sign-in/callback"
    })
    void usesTheOriginOfTheProxy(String host, String scheme, int port, String back) throws IOException {
        URI address = URI.create(server.address());
        String request = "GET /sign-in/by-service?back=/ HTTP/1.1\r\nHost: %s\r\nX-Forwarded-For: 192.0.2.7\r\n"
                + "X-Forwarded-Proto: %s\r\nX-Forwarded-Port: %d\r\nConnection: close\r\n\r\n";
        try (Socket socket = new Socket(address.getHost(), address.getPort())) {
            OutputStream out = socket.getOutputStream();
            out.write(request.formatted(host, scheme, port).getBytes(StandardCharsets.UTF_8));
            String answer = new String(socket.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            Matcher redirect = REDIRECT.matcher(answer);
            assertThat(redirect.find()).as(answer).isTrue();
            assertThat(URLDecoder.decode(redirect.group(1), StandardCharsets.UTF_8))
                    .isEqualTo(back);
        }
    }
}
