package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import plainsieve.server.people.Role;
import tools.jackson.databind.JsonNode;

/**
 * Random requests of all kinds by a viewer of two islands: no response contains a row, value or name of another island, and
 * every response contains all requested rows of theirs. The expected rows are computed here from the complete data.
 * {@code -Dheld.requests=100000} for the long run.
 */
class RowAccessOracleTest {
    private static final int REQUESTS = Integer.getInteger("held.requests", 600);
    private static final long SEED = Long.getLong("held.seed", 5);
    private static final Set<String> THEIRS = Set.of("Tarn", "Vessay");
    private static final List<String> VIEWS = List.of("rows", "aside", "ports", "fleet");

    private static RestrictedServer server;
    private static Api viewer;
    private static List<List<String>> all;
    private static Set<String> islands;
    private static Set<String> ports;
    private static Set<String> foreign;

    private final Random random = new Random(SEED);
    private final Map<String, Integer> answered = new HashMap<>();

    @BeforeAll
    static void start() throws Exception {
        server = new RestrictedServer();
        Api author = server.person("oran", "home", Role.AUTHOR);
        viewer = server.person("tam", "home", Role.VIEWER);
        server.officeOf("tam", "Tarn", "Vessay");
        all = allRows(author);
        islands = column(1);
        ports = column(2);
        foreign = new HashSet<>();
        all.stream().filter(row -> !THEIRS.contains(row.get(1))).forEach(row -> foreign.addAll(row.subList(1, 3)));
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    /** As a file, which has no row limit. */
    private static List<List<String>> allRows(Api author) throws Exception {
        return rowsOf(author, Map.of(), List.of());
    }

    private static List<List<String>> rowsOf(Api who, Map<String, Object> choices, List<Map<String, Object>> filters)
            throws IOException, InterruptedException {
        Api.Answer order = who.post(
                "/api/v1/reports/held/views/rows/downloads",
                Map.of("runId", UUID.randomUUID().toString(), "choices", choices, "filters", filters, "format", "csv"));
        if (order.status() != 201) {
            return List.of();
        }
        String file = who.text(
                "/api/v1/projects/home/downloads/" + order.json().get("id").asString());
        return file.lines()
                .skip(1)
                .map(line -> List.of(line.replace("\"", "").split(",")))
                .toList();
    }

    private static Set<String> column(int column) {
        return all.stream().map(row -> row.get(column)).collect(Collectors.toSet());
    }

    @Test
    void neverReturnsARowOfAnotherIsland() throws Exception {
        for (int i = 0; i < REQUESTS; i++) {
            request();
        }
        // Enough requests must succeed.
        assertThat(answered.getOrDefault("rows", 0)).isGreaterThan(REQUESTS / 50);
        assertThat(answered.getOrDefault("values", 0)).isGreaterThan(REQUESTS / 50);
    }

    private void request() throws Exception {
        Map<String, Object> choices = choices();
        switch (random.nextInt(8)) {
            case 0, 1, 2 -> run(choices);
            case 3 -> download(choices);
            case 4 -> values(choices);
            case 5 -> named(choices);
            case 6 ->
                check(viewer.post("/api/v1/reports/held/question", Map.of("choices", choices)), choices, "question");
            default -> look(choices);
        }
    }

    private void run(Map<String, Object> choices) {
        String view = VIEWS.get(random.nextInt(VIEWS.size()));
        List<Map<String, Object>> filters = filters(view);
        Map<String, Object> body = new HashMap<>(Map.of(
                "runId",
                UUID.randomUUID().toString(),
                "choices",
                choices,
                "filters",
                filters,
                "sortBy",
                random.nextInt(3) == 0 ? "island" : "",
                "descending",
                random.nextBoolean(),
                "part",
                random.nextInt(4) == 0 ? "totals" : "",
                "pages",
                1 + random.nextInt(10)));
        if (random.nextInt(20) == 0) {
            body.put("linkToken", "v1.forged");
        }
        Api.Answer answer = viewer.post("/api/v1/reports/held/views/" + view + "/run", body);
        Map<String, Object> said = new HashMap<>(choices);
        filters.forEach(filter -> said.put("picked", filter));
        check(answer, said, "run");
        boolean whole = answer.status() == 200
                && answer.last().path("event").asString("").equals("done")
                && body.get("part").equals("")
                && view.equals("rows");
        if (whole) {
            List<List<String>> rows = answer.rows().stream()
                    .map(row -> row.valueStream().map(JsonNode::asString).toList())
                    .toList();
            compare(rows, choices, filters);
        }
    }

    private void compare(List<List<String>> rows, Map<String, Object> choices, List<Map<String, Object>> filters) {
        Set<List<String>> expected = all.stream()
                .filter(row -> THEIRS.contains(row.get(1)))
                .filter(row -> isChosen(choices, "island", row.get(1)))
                .filter(row -> isChosen(choices, "held_port", row.get(2)))
                .filter(row -> isChosen(choices, "state", row.get(4)))
                .filter(row ->
                        filters.stream().allMatch(filter -> ((List<?>) filter.get("values")).contains(row.get(1))))
                .collect(Collectors.toSet());
        assertThat(Set.copyOf(rows)).as("rows of %s %s", choices, filters).isEqualTo(expected);
        answered.merge("rows", 1, Integer::sum);
    }

    private static boolean isChosen(Map<String, Object> choices, String name, String value) {
        Object chosen = choices.get(name);
        return chosen == null
                || !((Map<?, ?>) chosen).get("kind").equals("values")
                || ((List<?>) ((Map<?, ?>) chosen).get("values")).isEmpty()
                || ((List<?>) ((Map<?, ?>) chosen).get("values")).contains(value);
    }

    private void download(Map<String, Object> choices) throws Exception {
        List<Map<String, Object>> filters = filters("rows");
        List<List<String>> rows = rowsOf(viewer, choices, filters);
        if (!rows.isEmpty()) {
            compare(rows, choices, filters);
        }
    }

    private void values(Map<String, Object> choices) {
        Map<String, Object> body = new HashMap<>(Map.of(
                "choices",
                choices,
                "reportId",
                "held",
                "search",
                random.nextBoolean() ? "" : some(List.of("e", "H", "Tarn", "Hethra", "%", "_")),
                "start",
                random.nextInt(3) * 5,
                "refresh",
                random.nextInt(5) == 0,
                "trial",
                random.nextInt(5) == 0));
        Api.Answer answer = viewer.post("/api/v1/parameters/" + parameter() + "/values", body);
        check(answer, answer.status() == 200 ? Map.of() : choices, "values");
    }

    private void named(Map<String, Object> choices) {
        Api.Answer answer = viewer.post(
                "/api/v1/parameters/" + parameter() + "/named", Map.of("choices", choices, "reportId", "held"));
        check(answer, answer.status() == 200 ? Map.of() : choices, "named");
    }

    private void look(Map<String, Object> choices) {
        Api.Answer answer =
                switch (random.nextInt(5)) {
                    case 0 -> viewer.get("/api/v1/reports/held");
                    case 1 -> viewer.get("/api/v1/sent");
                    case 2 ->
                        viewer.post("/api/v1/parameters/" + parameter() + "/distribution", Map.of("reportId", "held"));
                    case 3 ->
                        viewer.lookingAs(some(List.of("group:x", "person:oran", "oran")))
                                .get("/api/v1/reports/held");
                    default ->
                        viewer.post(
                                "/api/v1/queries/of-islands/run",
                                Map.of("text", "select * from ports", "choices", choices));
                };
        check(answer, Map.of(), "look");
    }

    /** No text of a response contains the name of another island or port unless the request contained it. */
    private void check(Api.Answer answer, Map<String, Object> choices, String what) {
        Set<String> said = choices.values().stream()
                .flatMap(choice -> ((List<?>) ((Map<?, ?>) choice).get("values")).stream())
                .map(String::valueOf)
                .collect(Collectors.toSet());
        answer.lines().forEach(line -> texts(line, said, what + choices));
        if (answer.status() == 200) {
            answered.merge(what, 1, Integer::sum);
        }
    }

    private static void texts(JsonNode node, Set<String> said, String what) {
        if (node.isString()) {
            foreign.stream()
                    .filter(name -> !said.contains(name))
                    .forEach(name -> assertThat(node.asString()).as(what).doesNotContain(name));
        }
        node.forEach(child -> texts(child, said, what));
    }

    private Map<String, Object> choices() {
        Map<String, Object> choices = new HashMap<>();
        choose(choices, "island", islands);
        choose(choices, "held_port", ports);
        choose(choices, "state", Set.of("sailed", "late", "cancelled", "lost"));
        return choices;
    }

    private void choose(Map<String, Object> choices, String name, Set<String> values) {
        List<String> sorted = values.stream().sorted().toList();
        switch (random.nextInt(7)) {
            case 6 -> choices.put(name, Map.of("kind", "values", "values", List.of(), "withoutValue", false));
            case 0 -> choices.put(name, Map.of("kind", "blank", "values", List.of(), "withoutValue", false));
            case 1 -> choices.put(name, Map.of("kind", "all", "values", List.of(), "withoutValue", false));
            case 2 -> choices.put(name, chosen(theirs(name, sorted), false));
            case 3 -> choices.put(name, chosen(sorted, random.nextInt(3) == 0));
            default -> {}
        }
    }

    private List<String> theirs(String name, List<String> sorted) {
        return sorted.stream().filter(value -> !foreign.contains(value)).toList();
    }

    private Map<String, Object> chosen(List<String> from, boolean withoutValue) {
        List<String> some = new ArrayList<>();
        for (int i = random.nextInt(2) + 1; i > 0; i--) {
            String value = some(from);
            if (!some.contains(value)) {
                some.add(value);
            }
        }
        return Map.of("kind", "values", "values", some, "withoutValue", withoutValue);
    }

    private List<Map<String, Object>> filters(String view) {
        return random.nextInt(4) > 0 || !view.equals("rows")
                ? List.of()
                : List.of(Map.of("column", "island", "type", "text", "values", List.of(some(List.copyOf(islands)))));
    }

    private String parameter() {
        return some(List.of("island", "held_port", "held_vessel", "state", "port", "nowhere"));
    }

    private <T> T some(List<T> values) {
        return values.get(random.nextInt(values.size()));
    }
}
