package plainsieve.sources.web;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpHandler;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.parameter.Choices;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.statement.Statement;
import plainsieve.sources.Cancellation;
import plainsieve.sources.Column;
import plainsieve.sources.OutgoingStatement;
import plainsieve.sources.RowReceiver;
import plainsieve.sources.RunLimits;
import plainsieve.sources.RunSummary;
import plainsieve.sources.Secret;
import plainsieve.sources.ServiceSettings;
import plainsieve.sources.SignIn;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.engine.EngineLimits;
import plainsieve.sources.engine.EnginePool;

/** A service on loopback with configurable responses, and its source. */
final class WebFixture implements AutoCloseable {
    static {
        // Otherwise the server delays each response by 40 ms.
        System.setProperty("sun.net.httpserver.nodelay", "true");
    }

    static final Duration KEPT = Duration.ofMinutes(1);
    private static final long MOST_BYTES = 4 << 20;

    private final ScheduledExecutorService clock = Executors.newSingleThreadScheduledExecutor();
    private final HttpServer server;
    private final WebSource source;
    final List<String> asked = Collections.synchronizedList(new ArrayList<>());

    WebFixture(Path kept, HttpHandler handler) throws IOException {
        server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        server.createContext("/", exchange -> {
            asked.add(exchange.getRequestURI().toString());
            handler.handle(exchange);
        });
        server.setExecutor(Executors.newCachedThreadPool());
        server.start();
        source = source(new ServiceSettings.Web(address(), SignIn.BEARER, ""), "s3cret", kept, clock);
    }

    static WebSource source(ServiceSettings.Web settings, String secret, Path kept, ScheduledExecutorService clock) {
        SourceAccess access = new SourceAccess("service", settings, new Secret(secret));
        return new WebSource(access, kept, engines(), reaching(), clock);
    }

    static EnginePool engines() {
        return new EnginePool(new EngineLimits(512L << 20, 2), 2);
    }

    static WebSource.Reaching reaching() {
        AllowedHosts hosts = new AllowedHosts(List.of("localhost"), List.of("127.0.0.1"));
        return new WebSource.Reaching(hosts, new WebLimits(MOST_BYTES, KEPT));
    }

    int port() {
        return server.getAddress().getPort();
    }

    String address() {
        return "http://127.0.0.1:" + port();
    }

    WebSource source() {
        return source;
    }

    static Statement statement(String request) {
        return PreparedQuery.of("request 1\n" + request, Dialects.of("duckdb"))
                .rewrite(new Choices(java.util.Map.of(), java.util.Map.of()), ResultShape.allRows(), 1000);
    }

    Got get(String request) {
        return get(request, new Cancellation(), Duration.ofSeconds(20));
    }

    Got get(String request, Cancellation cancellation, Duration longest) {
        return get(source, request, cancellation, longest);
    }

    static Got get(WebSource source, String request, Cancellation cancellation, Duration longest) {
        Got got = new Got();
        got.summary =
                source.run(new OutgoingStatement.Sql(statement(request)), new RunLimits(longest), cancellation, got);
        return got;
    }

    static void send(HttpExchange exchange, int status, String type, String body) throws IOException {
        byte[] bytes = body.getBytes(StandardCharsets.UTF_8);
        exchange.getResponseHeaders().set("Content-Type", type);
        exchange.sendResponseHeaders(status, bytes.length == 0 ? -1 : bytes.length);
        exchange.getResponseBody().write(bytes);
        exchange.close();
    }

    static HttpHandler json(String body) {
        return exchange -> send(exchange, 200, "application/json", body);
    }

    /** The received requests. */
    static final class Got implements RowReceiver {
        List<Column> columns = List.of();
        final List<List<Object>> rows = new ArrayList<>();
        RunSummary summary;

        @Override
        public void columns(List<Column> found) {
            columns = found;
        }

        @Override
        public void row(Object[] values) {
            rows.add(Arrays.asList(values));
        }

        List<String> names() {
            return columns.stream()
                    .map(column -> column.name() + " " + column.kind())
                    .toList();
        }
    }

    /** Stops responding. */
    void stop() {
        server.stop(0);
    }

    @Override
    public void close() {
        source.close();
        server.stop(0);
        clock.shutdownNow();
    }
}
