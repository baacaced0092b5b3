package plainsieve.demo;

import com.sun.net.httpserver.HttpExchange;
import java.io.IOException;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Predicate;
import java.util.stream.Collectors;

/**
 * A simulated fare service of the ferries as an OData 4 service on loopback: fares per traveler class and route with
 * their start dates. Supports filter, order, select, count and paging.
 */
public final class FareService implements AutoCloseable {
    private static final String DESCRIPTION = """
            <?xml version="1.0" encoding="utf-8"?>
            <edmx:Edmx Version="4.0" xmlns:edmx="http://docs.oasis-open.org/odata/ns/edmx">
              <edmx:DataServices>
                <Schema Namespace="ferries" Alias="f" xmlns="http://docs.oasis-open.org/odata/ns/edm">
                  <EntityType Name="Fare">
                    <Key><PropertyRef Name="fare_id"/></Key>
                    <Property Name="fare_id" Type="Edm.Int32" Nullable="false"/>
                    <Property Name="route" Type="Edm.String" Nullable="false"/>
                    <Property Name="class" Type="Edm.String" Nullable="false"/>
                    <Property Name="valid_from" Type="Edm.Date" Nullable="false"/>
                    <Property Name="valid_to" Type="Edm.Date"/>
                    <Property Name="price" Type="Edm.Decimal" Scale="2" Nullable="false"/>
                    <Property Name="changed_at" Type="Edm.DateTimeOffset" Nullable="false"/>
                    <Property Name="islander" Type="Edm.Boolean" Nullable="false"/>
                    <Property Name="voucher" Type="f.Voucher"/>
                  </EntityType>
                  <ComplexType Name="Voucher">
                    <Property Name="code" Type="Edm.String"/>
                    <Property Name="off" Type="Edm.Decimal" Scale="2"/>
                  </ComplexType>
                  <EntityType Name="Route">
                    <Key><PropertyRef Name="route"/></Key>
                    <Property Name="route" Type="Edm.String" Nullable="false"/>
                    <Property Name="minutes" Type="Edm.Int32" Nullable="false"/>
                  </EntityType>
                  <EntityContainer Name="all">
                    <EntitySet Name="Fares" EntityType="f.Fare"/>
                    <EntitySet Name="Routes" EntityType="ferries.Route"/>
                  </EntityContainer>
                </Schema>
              </edmx:DataServices>
            </edmx:Edmx>
            """;

    private static final String BASE = "/odata";
    private static final String[] CLASSES = {"foot", "bicycle", "car", "van", "child", "dog"};
    private static final double[] FACTORS = {1, 1.4, 4.5, 6, 0.5, 0.3};
    private static final LocalDate FIRST = LocalDate.of(2024, 1, 1);
    private static final int CHANGES = 12;
    private static final int MONTHS = 3;
    private static final int PAGE = 500;

    private final LoopbackServer server;
    private final Map<String, List<Map<String, Object>>> sets = Map.of("Fares", fares(), "Routes", routes());
    private final List<String> asked = Collections.synchronizedList(new ArrayList<>());

    private FareService(LoopbackServer server) {
        this.server = server;
    }

    /** Starts it. @param port 0 for any that is free */
    public static FareService start(int port) throws IOException {
        FareService service = new FareService(LoopbackServer.start(port, "Fares of Hethra Sound", BASE));
        service.server.answer(BASE, service::answer);
        return service;
    }

    public int port() {
        return server.port();
    }

    /** {@code http://127.0.0.1:18392/odata} */
    public String address() {
        return server.address(BASE);
    }

    /** The received requests, decoded, oldest first. */
    public List<String> requests() {
        return List.copyOf(asked);
    }

    /** All fares, by property name. */
    public List<Map<String, Object>> allFares() {
        return sets.get("Fares");
    }

    @Override
    public void close() {
        server.close();
    }

    private static List<Map<String, Object>> fares() {
        List<Map<String, Object>> all = new ArrayList<>();
        for (Ferries.Route route : Ferries.routes()) {
            for (int i = 0; i < CLASSES.length * CHANGES; i++) {
                int kind = i % CLASSES.length;
                int change = i / CLASSES.length;
                LocalDate from = FIRST.plusMonths((long) MONTHS * change);
                boolean last = change == CHANGES - 1;
                double price = (2 + route.minutes() * 0.12) * FACTORS[kind] * (1 + change * 0.02);
                Map<String, Object> fare = new LinkedHashMap<>();
                fare.put("fare_id", all.size() + 1);
                fare.put("route", route.name());
                fare.put("class", CLASSES[kind]);
                fare.put("valid_from", from.toString());
                fare.put(
                        "valid_to",
                        last ? null : from.plusMonths(MONTHS).minusDays(1).toString());
                fare.put("price", Math.round(price * 20) / 20.0);
                fare.put("changed_at", from.minusDays(20) + "T" + "%02d:30:00Z".formatted(change * 2));
                fare.put("islander", kind == 4 || route.id() % 3 == 0);
                fare.put("voucher/code", kind == 0 && route.id() % 2 == 0 ? "O'N-" + route.id() : null);
                fare.put("voucher/off", kind == 0 && route.id() % 2 == 0 ? 0.5 : null);
                all.add(fare);
            }
        }
        return all;
    }

    private static List<Map<String, Object>> routes() {
        return Ferries.routes().stream()
                .map(route -> Map.<String, Object>of("route", route.name(), "minutes", route.minutes()))
                .toList();
    }

    private void answer(HttpExchange exchange) throws IOException {
        String query = exchange.getRequestURI().getRawQuery();
        String path = exchange.getRequestURI().getPath().substring(BASE.length());
        asked.add(path + (query == null ? "" : "?" + LoopbackServer.decoded(query)));
        String[] parts = path.split("/");
        if (path.equals("/$metadata")) {
            send(exchange, LoopbackServer.OK, "application/xml", DESCRIPTION);
        } else if (parts.length < 2 || !sets.containsKey(parts[1])) {
            send(exchange, LoopbackServer.NOT_FOUND, "application/json", error("There is no set here."));
        } else {
            set(exchange, parts, options(exchange));
        }
    }

    private void set(HttpExchange exchange, String[] path, Map<String, String> options) throws IOException {
        try {
            List<Map<String, Object>> rows = rows(sets.get(path[1]), options);
            if (path.length > 2 && path[2].equals("$count")) {
                send(exchange, LoopbackServer.OK, "text/plain", String.valueOf(rows.size()));
            } else {
                send(exchange, LoopbackServer.OK, "application/json", page(path[1], rows, options));
            }
        } catch (IllegalArgumentException e) {
            send(exchange, LoopbackServer.BAD_REQUEST, "application/json", error(e.getMessage()));
        }
    }

    private static Map<String, String> options(HttpExchange exchange) {
        Map<String, String> options = new LinkedHashMap<>();
        LoopbackServer.asked(exchange).forEach((name, values) -> options.put(name, values.get(0)));
        return options;
    }

    private static List<Map<String, Object>> rows(List<Map<String, Object>> all, Map<String, String> options) {
        Predicate<Map<String, Object>> filter =
                options.containsKey("$filter") ? FareFilter.of(options.get("$filter")) : row -> true;
        List<Map<String, Object>> rows =
                new ArrayList<>(all.stream().filter(filter).toList());
        Arrays.stream(options.getOrDefault("$orderby", "").split(","))
                .filter(item -> !item.isBlank())
                .map(FareService::order)
                .reduce(Comparator::thenComparing)
                .ifPresent(rows::sort);
        long top = Long.parseLong(options.getOrDefault("$top", String.valueOf(Long.MAX_VALUE)));
        return rows.stream().limit(top).toList();
    }

    private static Comparator<Map<String, Object>> order(String item) {
        String[] words = item.strip().split(" ");
        Comparator<Map<String, Object>> up = (one, other) -> FareFilter.order(one.get(words[0]), other.get(words[0]));
        return words.length > 1 && words[1].equals("desc") ? up.reversed() : up;
    }

    private String page(String set, List<Map<String, Object>> rows, Map<String, String> options) {
        int from = Integer.parseInt(options.getOrDefault("$skiptoken", "0"));
        int to = Math.min(rows.size(), from + PAGE);
        List<String> chosen = Arrays.stream(options.getOrDefault("$select", "").split(","))
                .filter(name -> !name.isBlank())
                .toList();
        String values = rows.subList(Math.min(from, to), to).stream()
                .map(row -> json(row, chosen))
                .collect(Collectors.joining(",\n"));
        String next = to < rows.size() ? ", \"@odata.nextLink\": \"" + nextPage(set, options, to) + "\"" : "";
        return "{\"@odata.context\": \"$metadata#" + set + "\", \"value\": [\n" + values + "\n]" + next + "}";
    }

    private String nextPage(String set, Map<String, String> options, int from) {
        Map<String, String> more = new LinkedHashMap<>(options);
        more.put("$skiptoken", String.valueOf(from));
        return address() + "/" + set + "?"
                + more.entrySet().stream()
                        .map(option ->
                                option.getKey() + "=" + URLEncoder.encode(option.getValue(), StandardCharsets.UTF_8))
                        .collect(Collectors.joining("&"));
    }

    /** A property with a slash is one of a nested object. */
    private static String json(Map<String, Object> row, List<String> chosen) {
        Map<String, String> plain = new LinkedHashMap<>();
        Map<String, List<String>> inner = new LinkedHashMap<>();
        row.forEach((name, value) -> {
            boolean wanted = chosen.isEmpty() || chosen.contains(name);
            int slash = name.indexOf('/');
            if (wanted && slash < 0) {
                plain.put(name, json(value));
            } else if (wanted) {
                inner.computeIfAbsent(name.substring(0, slash), key -> new ArrayList<>())
                        .add("\"" + name.substring(slash + 1) + "\": " + json(value));
            }
        });
        inner.forEach((name, fields) -> plain.put(name, "{" + String.join(", ", fields) + "}"));
        return plain.entrySet().stream()
                .map(field -> "\"" + field.getKey() + "\": " + field.getValue())
                .collect(Collectors.joining(", ", "{", "}"));
    }

    private static String json(Object value) {
        if (value == null || value instanceof Boolean || value instanceof Integer) {
            return String.valueOf(value);
        }
        return value instanceof Double number
                ? String.format(Locale.ROOT, "%.2f", number)
                : LoopbackServer.quoted(String.valueOf(value));
    }

    private static String error(String message) {
        return "{\"error\": {\"code\": \"bad\", \"message\": \"" + message.replace("\"", "'") + "\"}}";
    }

    private void send(HttpExchange exchange, int status, String type, String body) throws IOException {
        exchange.getResponseHeaders().set("OData-Version", "4.0");
        server.send(exchange, status, type, body);
    }
}
