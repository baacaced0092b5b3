package plainsieve.server.api.viewer;

import java.io.IOException;
import java.io.InputStream;
import java.net.HttpURLConnection;
import java.net.InetAddress;
import java.net.Proxy;
import java.net.URI;
import java.net.URISyntaxException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Optional;
import org.springframework.boot.web.server.autoconfigure.ServerProperties;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Component;
import plainsieve.server.api.SessionCookie;
import plainsieve.server.api.body.Lengths;

/**
 * Asks this server itself, over its own port, for what it answers to anybody: who is signed in, by a session that there is not, and to
 * be signed in by a name that nobody can have. So what stands around each request is not met by the first reader for the first time.
 */
@Component
class OwnRequests {
    private static final int PATIENCE = (int) Duration.ofSeconds(5).toMillis();

    private static final String LOOPBACK = "127.0.0.1";
    private static final String NOBODY = "{\"name\":\"%s\"}".formatted("x".repeat(Lengths.NAME + 1));

    private final ServerProperties server;

    OwnRequests(ServerProperties server) {
        this.server = server;
    }

    /** Nothing where it answers by TLS alone, to a name that it need not know. Throws {@link IOException} when it does not answer. */
    void ask(int port) throws IOException {
        if (server.getSsl() == null || !server.getSsl().isEnabled()) {
            send(port, "/api/me", "");
            send(port, "/api/sign-in", NOBODY);
        }
    }

    private void send(int port, String path, String body) throws IOException {
        HttpURLConnection connection =
                (HttpURLConnection) address(port, path).toURL().openConnection(Proxy.NO_PROXY);
        connection.setConnectTimeout(PATIENCE);
        connection.setReadTimeout(PATIENCE);
        connection.setRequestProperty(HttpHeaders.COOKIE, SessionCookie.NAME + "=none");
        if (!body.isEmpty()) {
            connection.setDoOutput(true);
            connection.setRequestProperty(HttpHeaders.CONTENT_TYPE, MediaType.APPLICATION_JSON_VALUE);
            connection.getOutputStream().write(body.getBytes(StandardCharsets.UTF_8));
        }
        boolean refused = connection.getResponseCode() >= HttpURLConnection.HTTP_BAD_REQUEST;
        try (InputStream answer = refused ? connection.getErrorStream() : connection.getInputStream()) {
            answer.readAllBytes();
        }
    }

    private URI address(int port, String path) {
        InetAddress bound = server.getAddress();
        String host = bound == null || bound.isAnyLocalAddress() ? LOOPBACK : bound.getHostAddress();
        String below = Optional.ofNullable(server.getServlet().getContextPath()).orElse("");
        try {
            return new URI("http", null, host, port, below + path, null, null);
        } catch (URISyntaxException e) {
            throw new IllegalStateException("The server listens at no address", e);
        }
    }
}
