package plainsieve.sources.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import com.sun.net.httpserver.HttpHandler;
import java.io.IOException;
import java.net.InetAddress;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;
import org.apache.hc.client5.http.classic.methods.HttpUriRequestBase;
import org.apache.hc.core5.http.ClassicHttpResponse;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.sources.Cancellation;
import plainsieve.sources.RunLimits;
import plainsieve.sources.Secret;
import plainsieve.sources.ServiceSettings;
import plainsieve.sources.SignIn;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceFailure;

/** Services that are down, slow, endless or hostile. */
class HostileServicesTest {
    private static final String ROWS = "{\"data\": {\"rows\": [{\"a\": 1}, {\"a\": 2.5, \"b\": null}]}}";

    @TempDir
    Path kept;

    private WebFixture web;

    private WebFixture service(HttpHandler handler) throws IOException {
        web = new WebFixture(kept, handler);
        return web;
    }

    @AfterEach
    void close() {
        if (web != null) {
            web.close();
        }
    }

    private static void await(CountDownLatch latch) {
        try {
            latch.await(20, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    @Test
    void sendsTheSecretToItsServiceOnly() throws IOException {
        service(exchange -> {
            String said = exchange.getRequestHeaders().getFirst("Authorization");
            WebFixture.send(exchange, 422, "application/json", "{\"you said\": \"" + said + "\"}");
        });
        assertThatThrownBy(() -> web.get("get /x"))
                .hasMessageContaining("you said")
                .hasMessageContaining("Bearer •••")
                .hasMessageNotContaining("s3cret");
    }

    @Test
    void masksAnEncodedSecretInErrors() throws IOException {
        service(exchange -> {
            String said = exchange.getRequestHeaders().getFirst("Authorization");
            WebFixture.send(exchange, 400, "text/plain", "no " + said + exchange.getRequestURI());
        });
        ScheduledExecutorService clock = Executors.newSingleThreadScheduledExecutor();
        for (SignIn way : List.of(SignIn.BASIC, SignIn.QUERY)) {
            ServiceSettings.Web settings = new ServiceSettings.Web(web.address(), way, "me");
            try (WebSource source = WebFixture.source(settings, "s3 cret", kept, clock)) {
                assertThatThrownBy(() -> WebFixture.get(source, "get /x", new Cancellation(), Duration.ofSeconds(9)))
                        .hasMessageContaining("•••")
                        .hasMessageNotContaining("bWU6czMgY3JldA")
                        .hasMessageNotContaining("s3%20cret");
            }
        }
        clock.shutdownNow();
    }

    @Test
    void reportsAnInvalidUrl() throws IOException {
        service(exchange -> {
            exchange.getResponseHeaders().set("Location", "http://[nowhere");
            boolean moved = exchange.getRequestURI().getPath().equals("/moved");
            WebFixture.send(
                    exchange,
                    moved ? 302 : 200,
                    "application/json",
                    "{\"rows\": [{\"a\": 1}], \"next\": \"http://[nowhere\"}");
        });
        assertThatThrownBy(() -> web.get("get /moved")).hasMessageContaining("an invalid address");
        assertThatThrownBy(() -> web.get("get /x\nrows at rows\npages by link at next"))
                .hasMessageContaining("an invalid address");
    }

    @Test
    void redirectsStayAtTheService() throws IOException {
        service(exchange -> {
            String path = exchange.getRequestURI().getPath();
            exchange.getResponseHeaders()
                    .set("Location", path.equals("/here") ? "/there" : "http://localhost:" + web.port() + "/x");
            WebFixture.send(exchange, path.equals("/there") ? 200 : 302, "application/json", ROWS);
        });
        assertThat(web.get("get /here\nrows at data.rows").rows).hasSize(2);
        assertThatThrownBy(() -> web.get("get /away")).hasMessageContaining("redirects to “http://localhost");
        assertThat(web.asked).containsExactly("/here", "/there", "/away");
    }

    /** However a path is written, the secret is sent only below the base path of the service. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "/../x",
                "/%2e%2e/x",
                "/..%2fx",
                "/%2E%2e%2Fx",
                "/a/../../x",
                "/..;/x",
                "/..;a=b/x",
                "/%252e%252e/x",
                "/..\\x",
                "/..%5cx",
                "/a/..",
                "/./x",
                "/%2e",
                "/a/%2E%2E/%2E%2E/x"
            })
    void rejectsPathsOutsideTheBasePath(String path) throws IOException {
        service(WebFixture.json(ROWS));
        ScheduledExecutorService clock = Executors.newSingleThreadScheduledExecutor();
        ServiceSettings.Web settings = new ServiceSettings.Web(web.address() + "/v1", SignIn.BEARER, "");
        try (WebSource source = WebFixture.source(settings, "s3cret", kept, clock)) {
            assertThatThrownBy(() -> WebFixture.get(source, "get " + path, new Cancellation(), Duration.ofSeconds(9)))
                    .hasMessageNotContaining("s3cret");
            assertThat(web.asked).isEmpty();
            WebFixture.get(source, "get /a..b/...\nrows at data.rows", new Cancellation(), Duration.ofSeconds(9));
            assertThat(web.asked).containsExactly("/v1/a..b/...");
        }
        clock.shutdownNow();
    }

    @Test
    void redirectsAndPagesStayBelowTheBasePath() throws IOException {
        service(exchange -> {
            exchange.getResponseHeaders().set("Location", "/v2/x");
            boolean moved = exchange.getRequestURI().getPath().endsWith("moved");
            WebFixture.send(
                    exchange, moved ? 302 : 200, "application/json", "{\"rows\": [{\"a\": 1}], \"next\": \"../v2/x\"}");
        });
        ScheduledExecutorService clock = Executors.newSingleThreadScheduledExecutor();
        ServiceSettings.Web settings = new ServiceSettings.Web(web.address() + "/v1", SignIn.BEARER, "");
        try (WebSource source = WebFixture.source(settings, "s3cret", kept, clock)) {
            for (String request : List.of("get /moved", "get /x\nrows at rows\npages by link at next")) {
                assertThatThrownBy(() -> WebFixture.get(source, request, new Cancellation(), Duration.ofSeconds(9)))
                        .isInstanceOf(SourceFailure.class);
            }
        }
        clock.shutdownNow();
        assertThat(web.asked).containsExactly("/v1/moved", "/v1/x");
    }

    @Test
    void masksTheSecretInRows() throws IOException {
        service(exchange -> {
            String said = exchange.getRequestHeaders().getFirst("Authorization");
            String long_ = "x".repeat(16_380);
            WebFixture.send(
                    exchange,
                    200,
                    "application/json",
                    "{\"data\": {\"rows\": [{\"a\": \"" + long_ + said + "\", \"b\": \"" + said + "\"}]}}");
        });
        String row = web.get("get /x\nrows at data.rows").rows.toString();
        assertThat(row).contains("Bearer •••").doesNotContain("s3cret");
    }

    /** A checked host name is not resolved again when connecting. */
    @Test
    void connectsToTheVerifiedAddress() throws Exception {
        InetAddress checked = InetAddress.getByAddress("tides.example", new byte[] {127, 0, 0, 1});
        service(WebFixture.json(ROWS));
        try (ServiceClient client = new ServiceClient(address -> List.of(checked))) {
            URI address = URI.create("http://tides.example:" + web.port() + "/x");
            try (ClassicHttpResponse response = client.send(address, new HttpUriRequestBase("GET", address))) {
                assertThat(response.getCode()).isEqualTo(200);
            }
        }
    }

    @Test
    void pagesStayAtTheService() throws IOException {
        service(exchange -> WebFixture.send(
                exchange, 200, "application/json", "{\"rows\": [{\"a\": 1}], \"next\": \"http://localhost:1/x\"}"));
        assertThatThrownBy(
                        () -> web.get("get /x\nrows at rows\npages by link at next\nthen\nselect max(a) from response"))
                .hasMessageContaining("on another host");
    }

    @Test
    void rejectsHostsThatAreNotAllowed() {
        AllowedHosts hosts = new AllowedHosts(List.of("localhost", "tides.example:8443"), List.of("127.0.0.1:81"));
        assertThatThrownBy(() -> hosts.check(URI.create("http://localhost/x")))
                .hasMessageContaining("is in a private network");
        assertThatThrownBy(() -> hosts.check(URI.create("https://fares.example/x")))
                .hasMessageContaining("is not allowed");
        assertThatThrownBy(() -> hosts.check(URI.create("https://tides.example/x")))
                .hasMessageContaining("is not allowed");
        assertThatThrownBy(() -> hosts.check(URI.create("http://127.0.0.1:82/x")))
                .hasMessageContaining("is not allowed");
        hosts.check(URI.create("http://127.0.0.1:81/x"));
    }

    @Test
    void abortsHugeAndEndlessResponses() throws IOException {
        service(exchange -> {
            exchange.getResponseHeaders().set("Content-Type", "application/json");
            exchange.sendResponseHeaders(200, 0);
            byte[] piece = new byte[1 << 16];
            Arrays.fill(piece, (byte) ' ');
            while (true) {
                exchange.getResponseBody().write(piece);
            }
        });
        assertThatThrownBy(() -> web.get("get /x")).hasMessageContaining("larger than 4 MB");
    }

    @Test
    void abortsASilentServiceOnTimeoutAndCancellation() throws IOException {
        CountDownLatch never = new CountDownLatch(1);
        service(exchange -> {
            exchange.sendResponseHeaders(200, 0);
            exchange.getResponseBody().write('[');
            exchange.getResponseBody().flush();
            await(never);
        });
        assertThatThrownBy(() -> web.get("get /x", new Cancellation(), Duration.ofMillis(300)))
                .isInstanceOfSatisfying(
                        SourceFailure.class, e -> assertThat(e.kind()).isEqualTo(SourceFailure.Kind.TIMED_OUT));
        Cancellation stopped = new Cancellation();
        ScheduledExecutorService later = Executors.newSingleThreadScheduledExecutor();
        later.schedule(() -> stopped.stop(Cancellation.Reason.ASKED), 200, TimeUnit.MILLISECONDS);
        assertThatThrownBy(() -> web.get("get /y", stopped, Duration.ofSeconds(60)))
                .isInstanceOfSatisfying(
                        SourceFailure.class, e -> assertThat(e.kind()).isEqualTo(SourceFailure.Kind.STOPPED));
        never.countDown();
        later.shutdownNow();
    }

    @Test
    void abortsEndlessMetadata() throws Exception {
        CountDownLatch never = new CountDownLatch(1);
        service(exchange -> await(never));
        ScheduledExecutorService clock = Executors.newScheduledThreadPool(2);
        SourceAccess access =
                new SourceAccess("sets", new ServiceSettings.OData(web.address(), SignIn.NONE, ""), Secret.none());
        try (ODataSource source = new ODataSource(access, kept, WebFixture.engines(), WebFixture.reaching(), clock)) {
            CompletableFuture<SourceFailure> patient = CompletableFuture.supplyAsync(() -> refused(source, 4000));
            TimeUnit.MILLISECONDS.sleep(100);
            assertThat(refused(source, 300).kind()).isEqualTo(SourceFailure.Kind.TIMED_OUT);
            assertThat(patient).isNotDone();
            assertThat(patient.get(9, TimeUnit.SECONDS).kind()).isEqualTo(SourceFailure.Kind.TIMED_OUT);
            assertThat(web.asked).hasSize(1);
        }
        never.countDown();
        clock.shutdownNow();
    }

    private static SourceFailure refused(ODataSource source, int millis) {
        return catchThrowableOfType(
                SourceFailure.class,
                () -> source.catalogue(new RunLimits(Duration.ofMillis(millis)), new Cancellation()));
    }

    @Test
    void failuresLeaveNoFiles() throws IOException {
        service(WebFixture.json("{\"rows\": [{\"a\": 1}], \"next\": \"/x\"}"));
        assertThatThrownBy(
                        () -> web.get("get /x\nrows at rows\npages by link at next\nthen\nselect max(a) from response"))
                .hasMessageContaining("form a loop");
        try (Stream<Path> files = Files.list(kept)) {
            assertThat(files).isEmpty();
        }
    }

    @Test
    void reportsAResponseWithoutATable() throws IOException {
        AtomicInteger count = new AtomicInteger();
        List<String> bodies =
                List.of("<html>Sign in</html>", "[".repeat(100_000), "{\"a\": 1", "\u0000\u0000", "[1, 2");
        service(exchange -> WebFixture.send(exchange, 200, "text/html", bodies.get(count.getAndIncrement())));
        for (String body : bodies) {
            assertThatThrownBy(() -> web.get("get /" + Math.abs(body.hashCode())))
                    .isInstanceOf(SourceFailure.class)
                    .hasMessageStartingWith("The answer ");
        }
    }

    @Test
    void reportsAnUnreachableService() throws IOException {
        service(WebFixture.json(ROWS)).stop();
        assertThatThrownBy(() -> web.source().health()).hasMessageContaining("connection refused");
        assertThatThrownBy(() -> web.get("get /x")).hasMessageContaining("connection refused");
    }

    @Test
    void abortsEndlessPaging() throws IOException {
        service(WebFixture.json("{\"rows\": [{\"a\": 1}], \"next\": \"/x\"}"));
        assertThatThrownBy(
                        () -> web.get("get /x\nrows at rows\npages by link at next\nthen\nselect max(a) from response"))
                .hasMessageContaining("form a loop");
    }
}
