package plainsieve.demo;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpHandler;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Executors;

/** A small server on loopback that is in for an outside service. */
final class LoopbackServer implements AutoCloseable {
    static final int OK = 200;
    static final int BAD_REQUEST = 400;
    static final int UNAUTHORIZED = 401;
    static final int NOT_FOUND = 404;
    static final int UNAVAILABLE = 503;

    private final HttpServer server;
    private final String name;

    private LoopbackServer(HttpServer server, String name) {
        this.server = server;
        this.name = name;
    }

    /**
     * Starts a server.
     *
     * @param port 0 for any free port
     * @param name of the server in its responses
     * @param path its base path
     */
    static LoopbackServer start(int port, String name, String path) throws IOException {
        HttpServer server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), port), 0);
        server.setExecutor(Executors.newCachedThreadPool(task -> {
            Thread thread = new Thread(task, "loopback" + path);
            thread.setDaemon(true);
            return thread;
        }));
        return new LoopbackServer(server, name);
    }

    /** Answers from now on. */
    void answer(String path, HttpHandler handler) {
        server.createContext(path, exchange -> {
            try (exchange) {
                handler.handle(exchange);
            }
        });
        server.start();
    }

    int port() {
        return server.getAddress().getPort();
    }

    String address(String path) {
        return "http://127.0.0.1:" + port() + path;
    }

    void send(HttpExchange exchange, int status, String type, String body) throws IOException {
        byte[] bytes = body.getBytes(StandardCharsets.UTF_8);
        exchange.getResponseHeaders().set("Content-Type", type);
        exchange.getResponseHeaders().set("Server", name);
        exchange.sendResponseHeaders(status, bytes.length);
        exchange.getResponseBody().write(bytes);
    }

    void send(HttpExchange exchange, MailboxPages.Page page) throws IOException {
        exchange.getResponseHeaders().set("Content-Type", page.type());
        exchange.getResponseHeaders().set("Content-Security-Policy", page.security());
        exchange.getResponseHeaders().set("X-Content-Type-Options", "nosniff");
        exchange.getResponseHeaders().set("Server", name);
        exchange.sendResponseHeaders(OK, page.body().length);
        exchange.getResponseBody().write(page.body());
    }

    /** The query parameters, each with its values. */
    static Map<String, List<String>> asked(HttpExchange exchange) {
        Map<String, List<String>> all = new LinkedHashMap<>();
        String query = exchange.getRequestURI().getRawQuery();
        for (String one : query == null ? new String[0] : query.split("&")) {
            String[] parts = one.split("=", 2);
            all.computeIfAbsent(decoded(parts[0]), key -> new ArrayList<>())
                    .add(parts.length == 2 ? decoded(parts[1]) : "");
        }
        return all;
    }

    static String decoded(String text) {
        return URLDecoder.decode(text, StandardCharsets.UTF_8);
    }

    static String quoted(String text) {
        return '"' + text.replace("\\", "\\\\").replace("\"", "\\\"") + '"';
    }

    @Override
    public void close() {
        server.stop(0);
    }
}
