package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

class HardCodedValuesApiTest {
    private static final String TEXT = """
            select c.crossing_id, p.name, c.delay_min
            from crossings c join ports p using (port_id)
            where p.name in ('Ardlow', 'Brae O''Noth') and c.state = 'SAILED'
              and c.delay_min >= 15
              and c.departed_at >= '2026-03-01' and c.departed_at < '2026-04-01'
            order by c.crossing_id
            limit 200""";

    private final Api api = new Api(RunningServer.get().address());

    private String query(String name, String source) {
        return api.post("/api/v1/queries", Map.of("name", name, "source", source, "text", TEXT))
                .json()
                .get("id")
                .asString();
    }

    private Api.Answer make(String query, String text, List<Integer> starts) {
        return api.post(
                "/api/v1/queries/%s/hard-coded-values".formatted(query),
                Map.of("text", text, "starts", starts, "createNew", true, "choices", Map.of()));
    }

    private Api.Answer makeOrUse(String query, String text) {
        return api.post(
                "/api/v1/queries/%s/hard-coded-values".formatted(query),
                Map.of("text", text, "starts", List.of(), "choices", Map.of()));
    }

    /** The first query triggers reading the source's metadata. */
    private void awaitServed(String query, String text) {
        Waiting.until(() -> !api.post("/api/v1/queries/%s/check".formatted(query), Map.of("text", text))
                .json()
                .get("hardCodedValues")
                .get(0)
                .get("existingParameters")
                .isEmpty());
    }

    private JsonNode takeBack(String query, String text, JsonNode names) {
        int version = api.get("/api/v1/queries/" + query).json().get("version").asInt();
        return api.post(
                        "/api/v1/queries/%s/hard-coded-values/undo".formatted(query),
                        Map.of("text", text, "version", version, "names", names))
                .json();
    }

    @ParameterizedTest
    @ValueSource(strings = {"ferries", "harbour", "islands"})
    void everyHardCodedValueBecomesAParameterWithTheSameRows(String source) {
        String query = query("Fixed on " + source, source);
        JsonNode offers = api.post("/api/v1/queries/%s/check".formatted(query), Map.of("text", TEXT))
                .json()
                .get("hardCodedValues");
        assertThat(offers).hasSize(5);
        assertThat(offers.get(0).get("description").asString()).isEqualTo(":port_2, many, each a text, as p.name is");
        JsonNode made = make(query, TEXT, List.of()).json();
        assertThat(made.get("equality").asString()).isEqualTo("rows");
        assertThat(made.get("before").get("rows").asLong()).isPositive();
        assertThat(made.get("after").get("totals")).isEqualTo(made.get("before").get("totals"));
        assertThat(made.get("names")).hasSize(6);
        assertThat(made.get("text").asString())
                .doesNotContain("'Ardlow'")
                .doesNotContain("2026")
                .contains("limit :row_limit");
        JsonNode state = api.get("/api/v1/parameters/state_2").json();
        assertThat(state.get("list").get("kind").asString()).isEqualTo("column");
        assertThat(state.get("default").get("choice").get("values").get(0).asString())
                .isEqualTo("SAILED");
        JsonNode from = api.get("/api/v1/parameters/departed_from").json();
        assertThat(from.get("type").asString()).isEqualTo("date");
        assertThat(from.get("rangeEnd").asString()).isEqualTo("departed_to");
        takeBack(query, TEXT, made.get("names"));
        assertThat(api.get("/api/v1/parameters/departed_from").status()).isEqualTo(404);
        assertThat(api.get("/api/v1/queries/" + query).json().get("text").asString())
                .isEqualTo(TEXT);
    }

    /** Converts all values of a text to parameters and undoes it. @return the rows, with totals of the given columns only */
    private JsonNode summed(String name, String source, String text, String... columns) {
        String query = query(name, source);
        JsonNode made = make(query, text, List.of()).json();
        assertThat(made.get("equality").asString()).isEqualTo("totals");
        JsonNode after = made.get("after");
        assertThat(after.get("totals").propertyNames()).containsExactly(columns);
        takeBack(query, text, made.get("names"));
        return after;
    }

    /* More rows than are compared one by one come in any order, so that the first ones say nothing. */
    @ParameterizedTest
    @ValueSource(strings = {"ferries", "harbour", "islands"})
    void countsAndSumsAtTheSource(String source) {
        String text = "select c.crossing_id, c.departed_at, c.delay_min as late, c.passengers"
                + " from crossings c where c.state = 'SAILED'";
        JsonNode after = summed("Many on " + source, source, text, "late", "passengers");
        assertThat(after.get("rows").asLong()).isGreaterThan(10_000);
        assertThat(after.get("more").asBoolean()).isFalse();
    }

    /* What the first rows hold differs each time, so that it must not decide which columns are summed. */
    @ParameterizedTest
    @ValueSource(strings = {"ferries", "harbour", "islands"})
    void sumsANumberFoundOnlyInLaterRows(String source) {
        String text = "select case when c.crossing_id > 20000 then c.delay_min end as late from crossings c"
                + " where c.state = 'SAILED' order by c.crossing_id";
        summed("Behind the first on " + source, source, text, "late");
    }

    /* The second column gets a name of its own, so that each is summed. */
    @ParameterizedTest
    @ValueSource(strings = {"ferries", "islands"})
    void sumsColumnsOfEqualNames(String source) {
        String text = "select c.delay_min as late, c.passengers, c.passengers from crossings c"
                + " where c.state = 'SAILED' order by c.crossing_id";
        String query = query("Twice on " + source, source);
        JsonNode made = make(query, text, List.of()).json();
        assertThat(made.get("equality").asString()).isEqualTo("totals");
        assertThat(made.get("after").get("more").asBoolean()).isFalse();
        assertThat(made.get("after").get("totals").get("passengers_2"))
                .isEqualTo(made.get("after").get("totals").get("passengers"));
        takeBack(query, text, made.get("names"));
    }

    @ParameterizedTest
    @ValueSource(strings = {"ferries", "harbour"})
    void doesNotSumText(String source) {
        String text = "select c.delay_min as late, case when c.crossing_id % 20000 = 19999 then cast('nan' as float)"
                + " else 1.5 end as odd from crossings c where c.state = 'SAILED' order by c.crossing_id";
        summed("No number on " + source, source, text, "late");
    }

    @ParameterizedTest
    @ValueSource(strings = {"ferries", "harbour", "islands"})
    void nondeterministicRowsProveNothing(String source) {
        String random = source.equals("islands") ? "rand()" : "random()";
        String text =
                "select c.crossing_id, %s as lot from crossings c where c.state = 'SAILED' limit 5".formatted(random);
        String query = query("Drawn by lot on " + source, source);
        JsonNode made = make(query, text, List.of()).json();
        assertThat(made.get("equality").asString()).isEqualTo("unknown");
        takeBack(query, text, made.get("names"));
    }

    private static BigDecimal quoted(JsonNode side) {
        return new BigDecimal(side.get("totals").get("quoted").asString());
    }

    /* The text of a statement has no value any more once it is chosen: anyone who looks at the text has other rows then. */
    @ParameterizedTest
    @ValueSource(strings = {"", " limit 5"})
    void reportsChangedRows(String limit) {
        String text = "select c.crossing_id, sign(strpos(current_query(), chr(39))) as quoted from crossings c"
                + " where c.state = 'SAILED' order by c.crossing_id" + limit;
        String query = query("Looks at itself" + limit, "harbour");
        JsonNode made = make(query, text, List.of(text.indexOf("'SAILED'"))).json();
        assertThat(made.get("equality").asString()).isEqualTo("other");
        assertThat(quoted(made.get("before")))
                .isEqualByComparingTo(made.get("before").get("rows").decimalValue());
        assertThat(quoted(made.get("after"))).isZero();
        takeBack(query, text, made.get("names"));
    }

    @Test
    void oneInvalidValueDoesNotAffectOthers() {
        String text = "select c.crossing_id from crossings c join ports p on p.port_id = c.port_id"
                + " where p.name in ('Ardlow', 'Nowhere') and c.state = 'SAILED' limit 5";
        String query = query("With an unlisted value", "ferries");
        JsonNode made = make(query, text, List.of()).json();
        assertThat(made.get("equality").asString()).isEqualTo("rows");
        assertThat(made.get("names")).hasSize(3);
        JsonNode port = api.get("/api/v1/parameters/" + made.get("names").get(0).asString())
                .json();
        assertThat(port.get("list").get("kind").asString()).isEqualTo("any");
        JsonNode state = api.get(
                        "/api/v1/parameters/" + made.get("names").get(1).asString())
                .json();
        assertThat(state.get("list").get("kind").asString()).isEqualTo("column");
        takeBack(query, text, made.get("names"));
    }

    @ParameterizedTest
    @ValueSource(strings = {"harbour", "islands"})
    void reusesAFittingParameter(String source) {
        String text = "select c.crossing_id from crossings c join ports p on p.port_id = c.port_id"
                + " where p.name = 'Ardlow' and c.departed_at between '2026-03-01' and '2026-03-31'"
                + " and c.state <> 'SAILED' and p.name <> 'Skerrin'";
        String other = query("Already there on " + source, source);
        String there =
                "select c.crossing_id from crossings c join ports p on p.port_id = c.port_id where p.name in (:port)"
                        + " and c.departed_at >= :from and c.departed_at < :to";
        api.send("PATCH", "/api/v1/queries/" + other, Map.of("text", there, "version", 1));
        api.post("/api/v1/queries/" + other + "/publish", Map.of("version", 2));
        String query = query("Served on " + source, source);
        JsonNode offers = api.post("/api/v1/queries/%s/check".formatted(query), Map.of("text", text))
                .json()
                .get("hardCodedValues");
        assertThat(offers.get(0).get("existingParameters").toString()).isEqualTo("[\"port\"]");
        assertThat(offers.get(0).get("existingIn").asString()).isNotEmpty();
        assertThat(offers.get(1).get("existingParameters").toString()).isEqualTo("[\"from\",\"to\"]");
        assertThat(offers.get(2).get("existingParameters")).isEmpty();
        JsonNode made = makeOrUse(query, text).json();
        assertThat(made.get("equality").asString()).isEqualTo("rows");
        assertThat(made.get("before").get("rows").asLong()).isPositive();
        assertThat(made.get("text").asString())
                .contains("p.name in (:port)", "between :from and :to", "c.state <> :", "p.name <> :");
        assertThat(made.get("reusedNames").toString()).isEqualTo("[\"port\",\"from\",\"to\"]");
        assertThat(made.get("names")).hasSize(2);
        takeBack(query, text, made.get("names"));
        assertThat(api.get("/api/v1/parameters/port").status()).isEqualTo(200);
        api.send("DELETE", "/api/v1/queries/" + other, "");
    }

    @Test
    void reportCanUseTheFormerValueAsDefault() {
        String text = "select p.name, c.crossing_id from crossings c join ports p using (port_id)"
                + " where p.name in ('Lunna', 'Skerrin')";
        String query = query("Opens differently", "ferries");
        awaitServed(query, text);
        String report = api.post("/api/v1/queries/" + query + "/reports", Map.of())
                .json()
                .get("id")
                .asString();
        JsonNode made = makeOrUse(query, text).json();
        JsonNode differing = made.get("differingDefaults").get(0);
        assertThat(differing.get("parameter").asString()).isEqualTo("port");
        assertThat(differing.get("valueText").asString()).contains("Lunna", "Skerrin");
        assertThat(differing.get("defaultText").asString()).doesNotContain("Lunna");
        assertThat(differing.get("reports").toString()).contains(report);
        String after = made.get("text").asString();
        api.send("PATCH", "/api/v1/queries/" + query, Map.of("text", after, "version", 1));
        api.post("/api/v1/queries/" + query + "/publish", Map.of("version", 2));

        assertThat(openWith(report, "port", "Lunna", "Skerrin").status()).isEqualTo(204);
        JsonNode page = api.get("/api/v1/reports/" + report + "/editor").json();
        assertThat(page.get("report").get("parameters").get(0).toString()).contains("Lunna", "Skerrin");
        assertThat(page.toString()).contains(" but :port ", "Lunna, Skerrin");
        // Other reports open with the default, as before.
        assertThat(api.get("/api/v1/reports/late-crossings")
                        .json()
                        .get("parameters")
                        .toString())
                .doesNotContain("\"Lunna\"");
        assertThat(openWith(report, "from", "soon").status()).isEqualTo(422);
        api.send("DELETE", "/api/v1/reports/" + report, "");
        api.send("DELETE", "/api/v1/queries/" + query, "");
    }

    private Api.Answer openWith(String report, String parameter, String... values) {
        return api.send(
                "PUT",
                "/api/v1/reports/" + report + "/opening/" + parameter,
                Map.of("kind", "values", "values", List.of(values), "withoutValue", false));
    }

    @Test
    void createsANewParameterWhereTheExistingOneRejectsTheValue() {
        String text =
                "select c.crossing_id from crossings c join ports p on p.port_id = c.port_id where p.name = 'Nowhere'";
        String query = query("Refused by its list", "ferries");
        JsonNode made = makeOrUse(query, text).json();
        assertThat(made.get("reusedNames")).isEmpty();
        assertThat(made.get("names")).hasSize(1);
        assertThat(made.get("equality").asString()).isEqualTo("rows");
        takeBack(query, text, made.get("names"));
    }

    @Test
    void usedParameterIsNotReused() {
        String text = "select c.crossing_id from crossings c join ports p on p.port_id = c.port_id"
                + " where p.name in (:port) and (p.name = 'Ardlow' or p.name = 'Skerrin')";
        String query = query("Mentions it itself", "ferries");
        api.post("/api/v1/queries/%s/check".formatted(query), Map.of("text", text))
                .json()
                .get("hardCodedValues")
                .forEach(offer ->
                        assertThat(offer.get("existingParameters").toString()).doesNotContain("\"port\""));
    }

    @Test
    void convertsOnlyTheSelectedValue() {
        String query = query("One of them", "harbour");
        JsonNode made = make(query, TEXT, List.of(TEXT.indexOf("15"))).json();
        assertThat(made.get("names").toString()).isEqualTo("[\"least_delay_min\"]");
        assertThat(made.get("text").asString()).contains(">= :least_delay_min").contains("'SAILED'");
        takeBack(query, TEXT, made.get("names"));
    }

    @Test
    void warnsAboutAParameterNamedAfterAValue() {
        String query = query("March crossings", "harbour");
        JsonNode made = make(query, TEXT, List.of()).json();
        assertThat(made.get("namedAfter").asString()).isEqualTo("March");
        takeBack(query, TEXT, made.get("names"));
    }

    @ParameterizedTest
    @ValueSource(strings = {"ferries", "harbour", "islands"})
    void mapsDatabaseErrorsToTheAuthorText(String source) {
        String query = query("Wrong on " + source, source);
        assertThat(api.get("/api/v1/sources/" + source + "/contents").status()).isEqualTo(200);
        String text = "select c.crossing_id\nfrom crossings c\nwhere c.port_id in (1, 2) and c.delai_min >= 15";
        JsonNode problem =
                api.runDraft(query, text, Map.of()).json().get("problems").get(0);
        assertThat(problem.get("line").asInt()).isEqualTo(3);
        assertThat(text.substring(
                        problem.get("start").asInt(), problem.get("end").asInt()))
                .isIn("delai_min", "c");
        JsonNode notice = api.post("/api/v1/queries/%s/check".formatted(query), Map.of("text", text))
                .json()
                .get("notices")
                .get(0);
        assertThat(notice.get("kind").asString()).isEqualTo("unknown-column");
        assertThat(notice.get("fixes").get(0).get("label").asString()).isEqualTo("Write delay_min");
    }

    @Test
    void invalidQueryChangesNothing() {
        String query = query("Does not run", "harbour");
        String broken = TEXT.replace("c.state", "c.no_such_column");
        Api.Answer answer = make(query, broken, List.of());
        assertThat(answer.status()).isBetween(400, 499);
        assertThat(api.get("/api/v1/parameters/least_delay_min").status()).isEqualTo(404);
    }
}
