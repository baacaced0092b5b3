package plainsieve.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import ch.qos.logback.classic.Logger;
import ch.qos.logback.classic.spi.ILoggingEvent;
import ch.qos.logback.core.read.ListAppender;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpHeaders;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.slf4j.LoggerFactory;
import plainsieve.server.RunningServer;

/** Scripts, styles and fonts as a page loads them. */
class StaticAssetsTest {
    private static HttpResponse<String> get(String path) throws IOException, InterruptedException {
        return HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(RunningServer.get().address() + path))
                                .build(),
                        HttpResponse.BodyHandlers.ofString());
    }

    private static String found(String text, String pattern) {
        Matcher matcher = Pattern.compile(pattern).matcher(text);
        assertThat(matcher.find()).as("%s in %s", pattern, text).isTrue();
        return matcher.group(1);
    }

    private static String script() throws IOException, InterruptedException {
        return found(get("/projects/home/reports").body(), "src=\"[./]*(assets/index[^\"]+)");
    }

    @Test
    void hideInternals() throws Exception {
        HttpHeaders part = get("/" + script()).headers();
        HttpHeaders page = get("/projects/home/reports").headers();

        assertThat(part.map()).containsKeys("x-content-type-options", "cross-origin-resource-policy");
        assertThat(part.map()).doesNotContainKeys("content-security-policy", "permissions-policy");
        assertThat(page.map())
                .containsKeys("x-content-type-options", "cross-origin-resource-policy", "content-security-policy");
    }

    @Test
    void missingAssetHasSecurityHeaders() throws Exception {
        HttpResponse<String> answer = get("/assets/none.js");

        assertThat(answer.statusCode()).isEqualTo(404);
        assertThat(answer.headers().map()).containsKeys("x-content-type-options");
        assertThat(answer.body()).doesNotContain("Exception");
    }

    @Test
    void clientDisconnectIsNotAnError() throws Exception {
        ListAppender<ILoggingEvent> told = new ListAppender<>();
        told.start();
        Logger log = (Logger) LoggerFactory.getLogger("plainsieve.server.http.Problems");
        log.addAppender(told);
        try {
            String large = "assets/" + found(everyPart(), "(BenchScreen-[^\"]+\\.js)");
            for (int i = 0; i < 5; i++) {
                leaveWithin("/" + large);
            }
            // One request after them, so that their responses have been reported.
            assertThat(get("/" + large).statusCode()).isEqualTo(200);
            assertThat(told.list).isEmpty();
        } finally {
            log.detachAppender(told);
        }
    }

    /** Scripts of other screens are named in the first script. */
    private static String everyPart() throws IOException, InterruptedException {
        String first = get("/" + script()).body();
        return get("/assets/" + found(first, "(start-[^\"]+\\.js)")).body();
    }

    private static void leaveWithin(String path) throws IOException {
        URI address = URI.create(RunningServer.get().address());
        try (Socket socket = new Socket()) {
            socket.setReceiveBufferSize(1024);
            socket.setSoLinger(true, 0);
            socket.connect(new InetSocketAddress(address.getHost(), address.getPort()));
            socket.getOutputStream()
                    .write("GET %s HTTP/1.1\r\nHost: localhost\r\n\r\n"
                            .formatted(path)
                            .getBytes(StandardCharsets.US_ASCII));
            assertThat(socket.getInputStream().read()).isNotNegative();
        }
    }
}
