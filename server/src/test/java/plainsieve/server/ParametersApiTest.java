package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;
import static plainsieve.server.Api.blank;
import static plainsieve.server.Api.values;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/** Parameters, their lists and their choices, on real databases. What a test makes it takes away again. */
class ParametersApiTest {
    private static final String DIARY = "vessel-diary";

    private final Api api = new Api(RunningServer.get().address());
    private final List<String> made = new ArrayList<>();

    @AfterEach
    void takeAway() {
        for (int i = made.size() - 1; i >= 0; i--) {
            api.send("DELETE", "/api/parameters/" + made.get(i), "");
        }
    }

    private Api.Answer make(String name, Map<String, Object> more) {
        Map<String, Object> body = new HashMap<>(Map.of("name", name));
        body.putAll(more);
        Api.Answer answer = api.post("/api/parameters", body);
        if (answer.status() == 200) {
            made.add(name);
        }
        return answer;
    }

    private String query(String name, String source, String text) {
        return api.post("/api/queries", Map.of("name", name, "sourceId", source, "text", text))
                .json()
                .get("id")
                .asString();
    }

    private static Map<String, Object> listOf(String query) {
        return Map.of("kind", "query", "queryId", query, "keptSeconds", 60);
    }

    private static Map<String, Object> column(String source, String table, String column, String... except) {
        return Map.of(
                "sourceId",
                source,
                "schema",
                "",
                "table",
                table,
                "column",
                column,
                "label",
                "",
                "except",
                List.of(except));
    }

    private static List<String> labels(Api.Answer list) {
        return list.json().get("values").findValuesAsString("label");
    }

    private long lists() {
        return api.get("/api/sent?limit=200").json().findValuesAsString("cause").stream()
                .filter("list"::equals)
                .count();
    }

    private JsonNode question(Map<String, Object> choices) {
        return api.post("/api/reports/" + DIARY + "/question", Map.of("choices", choices, "signed", ""))
                .json();
    }

    @ParameterizedTest
    @ValueSource(strings = {"ferries", "harbour", "islands"})
    void aColumnIsAListInOneStepDistinctSortedWithoutBlanksAndExceptions(String source) {
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
    void aListDependsOnTheChoiceOfItsParents(String source) {
        make("of_island", Map.of("many", true));
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
    void aCircleIsRefusedWithItsPath() {
        make("first_of", Map.of());
        String second = query("Second", "ferries", "select name from ports where island = :first_of");
        make("second_of", Map.of("list", listOf(second)));
        String first = query("First", "ferries", "select name from ports where name = :second_of");
        JsonNode before = api.get("/api/parameters/first_of").json();
        Map<String, Object> change = Map.of(
                "name",
                "first_of",
                "list",
                listOf(first),
                "version",
                before.get("version").asInt());
        Api.Answer refused = api.send("PUT", "/api/parameters/first_of", change);
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.json().get("detail").asString()).contains(":first_of needs :second_of needs :first_of");
    }

    @Test
    void aListQueryMadeLiveCannotCloseACircle() {
        String list = query("Harmless", "ferries", "select name from ports");
        make("circular", Map.of("list", listOf(list)));
        api.send(
                "PUT",
                "/api/queries/" + list + "/draft",
                Map.of("text", "select name from ports where name <> :circular", "version", 1));
        Api.Answer refused = api.post("/api/queries/" + list + "/live", Map.of("version", 2));
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.json().get("detail").asString()).contains(":circular needs :circular");
        api.send("PUT", "/api/queries/" + list + "/draft", Map.of("text", "select name from ports", "version", 2));
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            ferries ; select i::varchar as code, 'Ticket ' || i as label from range(1, 100001) r(i)
            harbour ; select i::text as code, 'Ticket ' || i as label from generate_series(1, 100000) i
            islands ; select cast(seq as char) as code, concat('Ticket ', seq) as label from seq_1_to_100000
            """)
    void aListOfAHundredThousandIsSearchedAtItsSourcePageByPage(String source, String text) {
        String list = query("Tickets " + source, source, text);
        make("ticket", Map.of("many", true, "list", listOf(list)));
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
    void theSameListAskedForManyTimesAtOnceReachesItsSourceOnce() {
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
    void aListThatIsOldIsThereAtOnceAndRefreshedBeside() throws Exception {
        String list = query("Now", "ferries", "select cast(current_timestamp as varchar) as now");
        make("moment_of", Map.of("list", Map.of("kind", "query", "queryId", list, "keptSeconds", 1)));
        String first = labels(api.listValues("moment_of", Map.of())).get(0);
        assertThat(labels(api.listValues("moment_of", Map.of()))).containsExactly(first);
        Thread.sleep(1100);
        Api.Answer old = api.listValues("moment_of", Map.of());
        assertThat(labels(old)).containsExactly(first);
        assertThat(old.json().get("refreshing").asBoolean()).isTrue();
        for (int i = 0; i < 50 && labels(api.listValues("moment_of", Map.of())).contains(first); i++) {
            Thread.sleep(20);
        }
        assertThat(labels(api.listValues("moment_of", Map.of()))).doesNotContain(first);
    }

    @Test
    void aTypedListIsComparedWithTheData() {
        Map<String, Object> typed = Map.of(
                "kind",
                "typed",
                "values",
                List.of(Map.of("value", "Sound", "label", "Big"), Map.of("value", "Hover", "label", "Hover")),
                "column",
                column("ferries", "vessels", "vessel_class"));
        make("typed_class", Map.of("list", typed));
        JsonNode comparison = api.get("/api/parameters/typed_class/comparison").json();
        assertThat(comparison.get("notOccurring").toString()).isEqualTo("[\"Hover\"]");
        assertThat(comparison.get("notListed").toString()).isEqualTo("[\"Isle\",\"Skiff\",\"Swift\"]");
    }

    @Test
    void chosenChildrenThatNoLongerFitAreDroppedAndTold() {
        JsonNode question = question(Map.of("quay", values("Mill_Pier"), "route", values("Ardlow to Maddow")));
        assertThat(question.get("dropped").get("route").toString()).contains("Ardlow to Maddow");
        assertThat(question.get("choices").get("route").get("kind").asString()).isEqualTo("blank");
        assertThat(question.get("problems")).isEmpty();
        assertThat(question.get("sentence").asString())
                .contains("from Mill_Pier")
                .doesNotContain("route");
    }

    @Test
    void aMonthOfAListMayBeWrittenShorter() {
        List<Map<String, Object>> months = List.of(
                Map.of("value", "2026-02-01", "label", "February"), Map.of("value", "2026-03-01", "label", "March"));
        make(
                "listed_month",
                Map.of(
                        "type",
                        "date",
                        "covers",
                        "month",
                        "whenGone",
                        "drop",
                        "list",
                        Map.of("kind", "typed", "values", months)));
        String text = "select count(*) from crossings where departed_at = :listed_month";
        assertThat(api.runDraft("late-crossings", text, Map.of("listed_month", values("2026-03")))
                        .json()
                        .get("text")
                        .asString())
                .contains("departed_at >= ?");
        assertThat(api.runDraft("late-crossings", text, Map.of("listed_month", values("2026-04")))
                        .json()
                        .get("text")
                        .asString())
                .doesNotContain("departed_at");
    }

    @Test
    void aComputedParameterFollowsAndCannotBeChosen() {
        assertThat(question(Map.of("month", values("2026-03"))).get("sentence").asString())
                .startsWith("Crossings in March 2026 (fiscal year 2026)");
        assertThat(question(Map.of("month", values("2026-04"))).get("sentence").asString())
                .contains("April 2026 (fiscal year 2027)");
        assertThat(question(Map.of("fiscal_year", values("2026")))
                        .get("problems")
                        .get(0)
                        .get("kind")
                        .asString())
                .isEqualTo("computed");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            delay_low=30 delay_high=10 | range-reversed
            delay_low=-1               | out-of-bounds
            month=                     | choice-missing
            month=2026-13              | unreadable-value
            quay=Ardlo                 | value-not-listed
            prot=Ardlow                | unknown-parameter
            """)
    void whatCannotBeUsedIsToldNotIgnored(String link, String kind) {
        Map<String, Object> choices = new HashMap<>();
        for (String word : link.split(" ")) {
            String[] pair = word.split("=", 2);
            choices.put(pair[0], pair[1].isEmpty() ? blank() : values(pair[1]));
        }
        assertThat(question(choices).get("problems").findValuesAsString("kind")).contains(kind);
        assertThat(api.runView(DIARY, "figures", choices).status()).isEqualTo(422);
    }

    @Test
    void aMonthCoversEveryDayOfItAtTheSource() {
        Api.Answer march = api.runView(DIARY, "figures", Map.of("month", values("2026-03"), "quay", blank()));
        assertThat(march.json().get("text").asString()).contains("c.departed_at >= ?", "c.departed_at < ?");
        String byHand =
                "select count(*) from crossings where departed_at >= '2026-03-01' and departed_at < '2026-04-01'";
        assertThat(march.rows().get(0).get(0))
                .isEqualTo(api.runDraft("late-crossings", byHand, Map.of())
                        .rows()
                        .get(0)
                        .get(0));
    }

    @Test
    void aRenamedParameterIsPreviewedAndItsFormerNameStillWorks() {
        JsonNode preview =
                api.get("/api/parameters/note/rename-preview?to=remark").json();
        assertThat(preview.findValuesAsString("before")).anyMatch(line -> line.equals("and c.master_note = :note"));
        assertThat(preview.findValuesAsString("after")).anyMatch(line -> line.equals("and c.master_note = :remark"));
        assertThat(api.post("/api/parameters/note/name", Map.of("name", "remark"))
                        .status())
                .isEqualTo(200);
        try {
            JsonNode question = question(Map.of("note", values("fog")));
            assertThat(question.get("problems")).isEmpty();
            assertThat(question.get("choices").get("remark").get("values").toString())
                    .isEqualTo("[\"fog\"]");
            assertThat(question.get("sentence").asString()).contains("with a note containing fog");
        } finally {
            api.post("/api/parameters/remark/name", Map.of("name", "note"));
        }
        assertThat(question(Map.of("remark", values("fog"))).get("problems")).isEmpty();
    }

    @Test
    void theUsesSayWhichQueriesOfAReportDoNotUseIt() {
        JsonNode uses = api.get("/api/parameters").json();
        for (JsonNode use : uses) {
            if (use.get("definition").get("name").asString().equals("month")) {
                assertThat(use.get("uses").findValuesAsString("kind")).contains("query", "report", "parameter");
                assertThat(use.get("needs")).isEmpty();
            }
            if (use.get("definition").get("name").asString().equals("ship")) {
                assertThat(use.get("needs").toString()).contains("quay", "route", "ship_class");
            }
        }
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            ferries | select 1 from crossings c where c.departed_at >= :wanted   | date     | false | crossings.departed_at
            ferries | select 1 from crossings c where c.delay_min >= :wanted      | integer  | false | crossings.delay_min
            ferries | select 1 from ports p where p.name in (:wanted)             | text     | true  | ports.name
            harbour | select 1 from crossings where fare_income > :wanted         | decimal  | false | crossings.fare_income
            islands | select 1 from vessels v where v.vessel_class in (:wanted)   | text     | true  | vessels.vessel_class
            ferries | select 1 from ports limit :wanted                           | integer  | false | .
            ferries | select 1 from nowhere where x = :wanted                     | text     | false | .
            """)
    void proposesATypeFromTheComparedColumn(String source, String text, String type, boolean many, String column) {
        String id = query("Proposal " + source, source, "select 1");
        JsonNode proposal = api.post("/api/queries/" + id + "/proposal", Map.of("text", text, "name", "wanted"))
                .json();
        assertThat(proposal.get("definition").get("type").asString()).isEqualTo(type);
        assertThat(proposal.get("definition").get("many").asBoolean()).isEqualTo(many);
        assertThat(proposal.get("column").get("table").asString() + "."
                        + proposal.get("column").get("column").asString())
                .isEqualTo(column);
        assertThat(proposal.get("reason").asString()).isNotBlank();
    }

    @ParameterizedTest
    @ValueSource(strings = {"ferries", "harbour", "islands"})
    void theSpreadCountsEveryNumberOfTheColumn(String source) {
        make(
                "spread_of",
                Map.of(
                        "type",
                        "decimal",
                        "list",
                        Map.of("kind", "column", "column", column(source, "crossings", "wave_height_m"))));
        JsonNode spread = api.get("/api/parameters/spread_of/spread").json();
        long counted = 0;
        for (JsonNode count : spread.get("counts")) {
            counted += count.asLong();
        }
        String id = query("All waves " + source, source, "select 1");
        JsonNode all = api.runDraft(
                        id,
                        "select count(wave_height_m), min(wave_height_m), max(wave_height_m) from crossings",
                        Map.of())
                .rows()
                .get(0);
        assertThat(counted).isEqualTo(all.get(0).asLong());
        assertThat(spread.get("least").asDouble()).isEqualTo(all.get(1).asDouble());
        assertThat(spread.get("most").asDouble()).isEqualTo(all.get(2).asDouble());
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            {"name": "bad_one", "type": "integer", "covers": "month"}                    | cannot stand for
            {"name": "bad_one", "formula": "first day of"}                               | cannot be read
            {"name": "bad_one", "formula": "year of :nobody"}                            | mentions :nobody
            {"name": "bad_one", "rangeEnd": "nobody"}                                    | to end the range
            {"name": "bad_one", "type": "text", "rangeEnd": "to"}                        | ends of one range
            {"name": "bad_one", "type": "integer", "least": "low"}                       | In the limits
            {"name": "bad_one", "whenGone": "burn"}                                      | “burn” is no rule
            {"name": "bad_one", "list": {"kind": "column"}}                              | names no column
            {"name": "bad_one", "default": {"kind": "formula", "formula": "soon"}}       | cannot be read
            {"name": "bad_one", "formula": "year of :bad_one"}                           | :bad_one needs :bad_one
            """)
    void whatWouldFailLaterIsRefusedWhenItIsMade(String body, String message) {
        Api.Answer refused = api.post("/api/parameters", body);
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.json().get("detail").asString()).contains(message);
    }

    @Test
    void aDefaultCanBeTheAnswerOfAQuery() throws Exception {
        String newest = query("Newest vessel", "ferries", "select name from vessels order by vessel_id desc limit 1");
        make("newest_one", Map.of("default", Map.of("kind", "query", "queryId", newest)));
        make(
                "opening_day",
                Map.of("type", "date", "default", Map.of("kind", "formula", "formula", "first day of last month")));
        String report = """
                queries: [{id: defaults-report, name: Defaults, source: ferries, file: d.sql}]
                reports: [{id: defaults-report, name: Defaults, views: [{id: t, kind: table, query: defaults-report}]}]
                """;
        String text = "select 1 from vessels where name = :newest_one and retired_on < :opening_day";
        ProjectUpload.bringIn(RunningServer.get().address(), Map.of("project.yaml", report, "d.sql", text));
        JsonNode parameters = api.get("/api/reports/defaults-report").json().get("parameters");
        assertThat(parameters.toString()).contains("Ptarmigan", "-01\"");
    }
}
