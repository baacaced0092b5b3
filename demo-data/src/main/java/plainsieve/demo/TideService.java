package plainsieve.demo;

import com.sun.net.httpserver.HttpExchange;
import java.io.IOException;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;

/**
 * A simulated tide service of a hydrographic office on loopback: high and low water at the ports of the ferries, as JSON in
 * pages. It requires a key in a header, and is occasionally overloaded.
 *
 * <pre>
 * GET /v1/ports                                            the ports
 * GET /v1/ports/Ardlow/tides?from=2026-03-01&amp;to=2026-03-07   the tides of one port
 * GET /v1/ports/tides?kind=high&amp;kind=low                     of all ports
 * X-Datum: mean                                            heights above mean sea level instead of chart datum
 * </pre>
 */
public final class TideService implements AutoCloseable {
    /** The key that it requires. */
    public static final String KEY = "hethra-tides-1";

    /** The header that it is reported in. */
    public static final String KEY_HEADER = "X-Key";

    private static final String BASE = "/v1";
    private static final int PAGE = 200;
    private static final LocalDate FIRST = LocalDate.of(2026, 1, 1);
    private static final LocalDate LAST = LocalDate.of(2026, 6, 30);
    private static final double HOURS_BETWEEN = 6.2103;
    private static final double DATUM = 2.2;

    private final LoopbackServer server;
    private final int tiredEvery;
    private final AtomicInteger asked = new AtomicInteger();

    private TideService(LoopbackServer server, int tiredEvery) {
        this.server = server;
        this.tiredEvery = tiredEvery;
    }

    /**
     * Starts it.
     *
     * @param port 0 for any that is free
     * @param tiredEvery which request of a row is refused for a second; 0 for none
     */
    public static TideService start(int port, int tiredEvery) throws IOException {
        TideService service = new TideService(LoopbackServer.start(port, "Tides of Hethra Sound", BASE), tiredEvery);
        service.server.answer(BASE, service::answer);
        return service;
    }

    public int port() {
        return server.port();
    }

    /** {@code http://127.0.0.1:18391/v1} */
    public String address() {
        return server.address(BASE);
    }

    /** The number of received requests. */
    public int requestCount() {
        return asked.get();
    }

    @Override
    public void close() {
        server.close();
    }

    private void answer(HttpExchange exchange) throws IOException {
        int number = asked.incrementAndGet();
        if (!KEY.equals(exchange.getRequestHeaders().getFirst(KEY_HEADER))) {
            send(exchange, LoopbackServer.UNAUTHORIZED, "{\"error\": \"This service wants a key.\"}");
        } else if (tiredEvery > 0 && number % tiredEvery == 0) {
            exchange.getResponseHeaders().set("Retry-After", "1");
            send(exchange, LoopbackServer.UNAVAILABLE, "{\"error\": \"Too many are asking.\"}");
        } else {
            answered(exchange);
        }
    }

    private void answered(HttpExchange exchange) throws IOException {
        String[] path = exchange.getRequestURI().getRawPath().split("/");
        boolean tides = path.length > 3 && path[path.length - 1].equals("tides");
        if (path.length == 3 && path[2].equals("ports")) {
            send(exchange, LoopbackServer.OK, ports());
        } else if (tides && path[2].equals("ports") && path.length <= 5) {
            tides(exchange, path.length == 5 ? LoopbackServer.decoded(path[3]) : "");
        } else {
            send(exchange, LoopbackServer.NOT_FOUND, "{\"error\": \"There is nothing here.\"}");
        }
    }

    private static String ports() {
        StringBuilder text = new StringBuilder("{\"ports\": [");
        for (Ferries.Port port : Ferries.ports()) {
            text.append(text.charAt(text.length() - 1) == '[' ? "" : ",")
                    .append("\n{\"name\": %s, \"island\": %s}"
                            .formatted(LoopbackServer.quoted(port.name()), LoopbackServer.quoted(port.island())));
        }
        return text.append("\n]}").toString();
    }

    private void tides(HttpExchange exchange, String port) throws IOException {
        List<Ferries.Port> ports = Ferries.ports().stream()
                .filter(one -> port.isEmpty() || one.name().equals(port))
                .toList();
        if (ports.isEmpty()) {
            send(
                    exchange,
                    LoopbackServer.NOT_FOUND,
                    "{\"error\": \"There is no port %s.\"}".formatted(port.replace("\"", "'")));
            return;
        }
        try {
            TideRequest asked = TideRequest.of(exchange);
            List<String> rows = rows(ports, asked);
            int from = Math.min((asked.page() - 1) * PAGE, rows.size());
            int to = Math.min(from + PAGE, rows.size());
            String next = to < rows.size() ? LoopbackServer.quoted(nextPage(exchange, asked.page() + 1)) : "null";
            send(
                    exchange,
                    LoopbackServer.OK,
                    "{\"datum\": %s, \"count\": %d, \"data\": {\"tides\": [\n%s\n]}, \"links\": {\"next\": %s}}"
                            .formatted(
                                    LoopbackServer.quoted(asked.mean() ? "mean" : "chart"),
                                    rows.size(),
                                    String.join(",\n", rows.subList(from, to)),
                                    next));
        } catch (DateTimeException | NumberFormatException e) {
            send(
                    exchange,
                    LoopbackServer.BAD_REQUEST,
                    "{\"error\": \"from and to are days such as 2026-03-31, page is a number.\"}");
        }
    }

    /** The requested tides. */
    private record TideRequest(LocalDate from, LocalDate to, List<String> kinds, int page, boolean mean) {
        static TideRequest of(HttpExchange exchange) {
            Map<String, List<String>> all = LoopbackServer.asked(exchange);
            return new TideRequest(
                    LocalDate.parse(first(all, "from", FIRST.toString())),
                    LocalDate.parse(first(all, "to", LAST.toString())),
                    all.getOrDefault("kind", List.of("high", "low")),
                    Integer.parseInt(first(all, "page", "1")),
                    "mean".equals(exchange.getRequestHeaders().getFirst("X-Datum")));
        }

        private static String first(Map<String, List<String>> all, String name, String usual) {
            return all.getOrDefault(name, List.of(usual)).get(0);
        }
    }

    private static List<String> rows(List<Ferries.Port> ports, TideRequest asked) {
        LocalDate from = asked.from().isBefore(FIRST) ? FIRST : asked.from();
        LocalDate to = asked.to().isAfter(LAST) ? LAST : asked.to();
        List<String> rows = new ArrayList<>();
        for (Ferries.Port port : ports) {
            LocalDateTime start = FIRST.atStartOfDay().plusMinutes(37L * port.id());
            for (int n = 0; ; n++) {
                LocalDateTime at = start.plusMinutes(Math.round(n * HOURS_BETWEEN * 60));
                if (at.toLocalDate().isAfter(to)) {
                    break;
                }
                boolean high = n % 2 == 0;
                if (!at.toLocalDate().isBefore(from) && asked.kinds().contains(high ? "high" : "low")) {
                    rows.add(row(port, at, n, asked.mean()));
                }
            }
        }
        return rows;
    }

    private static String row(Ferries.Port port, LocalDateTime at, int number, boolean mean) {
        double spring = 0.5 * Math.cos(2 * Math.PI * number / 57);
        double height = (number % 2 == 0 ? 1 : -1) * (1.3 + spring) + (mean ? 0 : DATUM) + port.id() * 0.01;
        // The gauge at Lunna is out of order in the last week of each month.
        boolean silent = port.name().equals("Lunna") && at.getDayOfMonth() > 24;
        return "{\"time\": \"%sZ\", \"kind\": \"%s\", \"height_m\": %s, \"place\": {\"port\": %s, \"island\": %s}}"
                .formatted(
                        at.withSecond(0).withNano(0) + ":00",
                        number % 2 == 0 ? "high" : "low",
                        silent ? "null" : String.format(Locale.ROOT, "%.2f", height),
                        LoopbackServer.quoted(port.name()),
                        LoopbackServer.quoted(port.island()));
    }

    private static String nextPage(HttpExchange exchange, int page) {
        String query = exchange.getRequestURI().getRawQuery();
        String without = query == null ? "" : query.replaceAll("(^|&)page=\\d+", "");
        String asked = without.isEmpty() ? "" : without.replaceFirst("^&", "") + "&";
        return exchange.getRequestURI().getRawPath() + "?" + asked + "page=" + page;
    }

    private void send(HttpExchange exchange, int status, String body) throws IOException {
        server.send(exchange, status, "application/json", body);
    }
}
