package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;
import static plainsieve.server.Api.values;

import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/** Value lists on real databases. */
class ListsApiTest extends ParameterTests {
    private static List<String> labels(Api.Answer list) {
        return list.json().get("values").findValuesAsString("label");
    }

    private long lists() {
        return api.get("/api/v1/sent?limit=200").json().findValuesAsString("cause").stream()
                .filter("list"::equals)
                .count();
    }

    @ParameterizedTest
    @ValueSource(strings = {"ferries", "harbour", "islands"})
    void columnBecomesADistinctSortedList(String source) {
        make(
                "islands_of",
                Map.of(
                        "list",
                        Map.of("kind", "column", "column", column(source, "ports", "island", "Tarn"), "counts", true)));
        Api.Answer list = api.listValues("islands_of", Map.of());
        assertThat(labels(list))
                .isSorted()
                .doesNotHaveDuplicates()
                .contains("Hethra", "Little Bræ")
                .doesNotContain("Tarn");
        assertThat(list.json().get("complete").asBoolean()).isTrue();
        JsonNode hethra = list.json().get("values").get(0);
        assertThat(hethra.get("label").asString()).isEqualTo("Hethra");
        assertThat(hethra.get("count").asInt()).isEqualTo(3);
    }

    @ParameterizedTest
    @ValueSource(strings = {"ferries", "harbour", "islands"})
    void listDependsOnParentChoices(String source) {
        make("of_island", Map.of("multiple", true));
        make("of_class", Map.of());
        String ports = query(
                "Ports " + source,
                source,
                "select port_id, name from ports where island in (:of_island) and :of_class = :of_class order by name");
        make("of_port", Map.of("type", "integer", "list", listOf(ports)));
        assertThat(labels(api.listValues("of_port", Map.of("of_island", values("Tarn"), "of_class", values("x")))))
                .containsExactly("Brae O'Noth", "Tarn Quay");
        assertThat(labels(api.listValues(
                        "of_port", Map.of("of_island", values("Tarn", "Vessay"), "of_class", values("x")))))
                .hasSize(4);
        assertThat(labels(api.listValues("of_port", Map.of("of_class", values("x")))))
                .hasSize(14);
    }

    @Test
    void rejectsACyclicListQuery() {
        String list = query("Harmless", "ferries", "select name from ports");
        make("circular", Map.of("list", listOf(list)));
        api.send(
                "PATCH",
                "/api/v1/queries/" + list,
                Map.of("text", "select name from ports where name <> :circular", "version", 1));
        Api.Answer refused = api.post("/api/v1/queries/" + list + "/publish", Map.of("version", 2));
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.json().get("detail").asString()).contains(":circular needs :circular");
        api.send("PATCH", "/api/v1/queries/" + list, Map.of("text", "select name from ports", "version", 2));
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            ferries ; select i::varchar as code, 'Ticket ' || i as label from range(1, 100001) r(i)
            harbour ; select i::text as code, 'Ticket ' || i as label from generate_series(1, 100000) i
            islands ; select cast(seq as char) as code, concat('Ticket ', seq) as label from seq_1_to_100000
            """)
    void longListIsSearchedAtItsSource(String source, String text) {
        String list = query("Tickets " + source, source, text);
        make("ticket", Map.of("multiple", true, "list", listOf(list)));
        Api.Answer first = api.listValues("ticket", Map.of());
        assertThat(first.json().get("complete").asBoolean()).isFalse();
        assertThat(first.json().get("values")).hasSize(100);
        Api.Answer found = api.listValues("ticket", Map.of(), "tICKET 99", 0);
        assertThat(labels(found)).hasSize(100).allMatch(label -> label.startsWith("Ticket 99"));
        assertThat(found.json().get("more").asBoolean()).isTrue();
        Api.Answer second = api.listValues("ticket", Map.of(), "Ticket 99", 100);
        assertThat(labels(second)).doesNotContainAnyElementsOf(labels(found)).hasSize(100);
        assertThat(labels(api.listValues("ticket", Map.of(), "100000", 0))).containsExactly("Ticket 100000");
        assertThat(labels(api.listValues("ticket", Map.of(), "%", 0))).isEmpty();

        String[] many = IntStream.rangeClosed(80_001, 90_000)
                .mapToObj(Integer::toString)
                .toArray(String[]::new);
        String count = "select count(*) from ports where :ticket is null or name not in (:ticket)";
        assertThat(api.runDraft(query("Use " + source, source, "select 1"), count, Map.of("ticket", values(many)))
                        .rows()
                        .get(0)
                        .get(0)
                        .asInt())
                .isEqualTo(14);
        Api.Answer refused = api.runDraft("late-crossings", count, Map.of("ticket", values("90000", "100001")));
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.json().get("problems").get(0).get("message").asString())
                .contains("“100001” is not on the list");
    }

    @Test
    void concurrentRequestsShareOneStatement() {
        String slow = query(
                "Slow list",
                "ferries",
                "select name, count(*) from ports, range(30000000) group by name order by name");
        make("slow_one", Map.of("list", listOf(slow)));
        long before = lists();
        List<CompletableFuture<Integer>> asked = IntStream.range(0, 8)
                .mapToObj(i -> CompletableFuture.supplyAsync(() -> api.listValues("slow_one", Map.of())
                        .json()
                        .get("values")
                        .size()))
                .toList();
        assertThat(asked).allMatch(answer -> answer.join() == 14);
        assertThat(lists() - before).isEqualTo(1);
    }

    @Test
    void staleListIsServedWhileRefreshing() throws Exception {
        String list = query("Now", "ferries", "select cast(current_timestamp as varchar) as now");
        make("moment_of", Map.of("list", Map.of("kind", "query", "query", list, "cacheSeconds", 1)));
        String first = labels(api.listValues("moment_of", Map.of())).get(0);
        assertThat(labels(api.listValues("moment_of", Map.of()))).containsExactly(first);
        Thread.sleep(1100);
        Api.Answer old = api.listValues("moment_of", Map.of());
        assertThat(labels(old)).containsExactly(first);
        assertThat(old.json().get("refreshing").asBoolean()).isTrue();
        Waiting.until(() -> !labels(api.listValues("moment_of", Map.of())).contains(first));
    }

    @Test
    void typedListIsComparedWithTheData() {
        Map<String, Object> typed = Map.of(
                "kind",
                "typed",
                "values",
                List.of(Map.of("value", "Sound", "label", "Big"), Map.of("value", "Hover", "label", "Hover")),
                "column",
                column("ferries", "vessels", "vessel_class"));
        make("typed_class", Map.of("list", typed));
        JsonNode comparison =
                api.post("/api/v1/parameters/typed_class/comparisons", Map.of()).json();
        assertThat(comparison.get("notOccurring").toString()).isEqualTo("[\"Hover\"]");
        assertThat(comparison.get("notListed").toString()).isEqualTo("[\"Isle\",\"Skiff\",\"Swift\"]");
    }
}
