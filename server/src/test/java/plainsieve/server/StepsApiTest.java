package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;
import static plainsieve.server.Api.values;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/** Steps in the API: analysis, completion, runs, publishing, export. */
class StepsApiTest {
    private static final String LATE = """
            steps 1
            from crossings
            join ports on port_id, adding name as harbour; keep all rows
            where harbour in (:port) and delay_min > 60
            group by harbour: count of rows as late""";

    private final Api api = new Api(RunningServer.get().address());

    private String newQuery(String name, String source, String text) {
        return api.post("/api/v1/queries", Map.of("name", name, "source", source, "text", text))
                .json()
                .get("id")
                .asString();
    }

    private JsonNode read(String query, String text) {
        return api.post("/api/v1/queries/" + query + "/steps/analysis", Map.of("text", text))
                .json();
    }

    @ParameterizedTest
    @ValueSource(strings = {"ferries", "harbour", "islands"})
    void runAsOneFlatStatement(String source) {
        String id = newQuery("Late in steps on " + source, source, LATE);
        Api.Answer two = api.runDraft(id, LATE, Map.of("port", values("Ardlow", "Skerrin")));
        assertThat(two.rows()).hasSize(2);
        assertThat(two.json().get("text").asString()).doesNotContain("(\n").contains("left join ports p");
        assertThat(api.runDraft(id, LATE, Map.of("port", Api.blank())).rows().size())
                .isGreaterThan(2);
    }

    @Test
    void returnColumnsAndPositionsOfEachStep() {
        String id = newQuery("Late to read", "ferries", LATE);
        JsonNode reading = read(id, LATE);
        assertThat(reading.get("problems")).isEmpty();
        assertThat(reading.get("steps")
                        .get(1)
                        .get("hints")
                        .get("newColumns")
                        .get(0)
                        .asString())
                .isEqualTo("harbour");
        assertThat(reading.get("steps").get(1).get("hints").get("checkKind").asString())
                .isEqualTo("found-none");
        assertThat(reading.get("columns").findValuesAsString("name")).containsExactly("harbour", "late");
        String sql = reading.get("sql").asString();
        int place = sql.indexOf("delay_min");
        List<Integer> steps = reading.get("sqlRanges")
                .valueStream()
                .filter(stretch -> stretch.get("start").asInt() <= place
                        && place < stretch.get("end").asInt())
                .map(stretch -> stretch.get("step").asInt())
                .toList();
        assertThat(steps).containsExactly(2);
    }

    @Test
    void quoteWordsThatAreNotColumns() {
        // An analysis waits only briefly for a catalog that is not loaded, and quotes no word that may be a column.
        // The
        // conversion of SQL waits longer.
        String sql = newQuery("To read the catalog", "harbour", "select * from ports");
        api.post("/api/v1/queries/" + sql + "/steps/from-sql", Map.of("text", "select * from ports"));
        String text = "steps 1\nfrom crossings\nwhere state = cancelled";
        assertThat(read(newQuery("Quotes", "harbour", text), text)
                        .get("steps")
                        .get(1)
                        .get("text")
                        .asString())
                .isEqualTo("where state = 'cancelled'");
    }

    @Test
    void offerValuesOfTheCurrentRows() {
        String text = "steps 1\nfrom ports\nwhere name = 'x'\nwhere island = 'y'";
        String id = newQuery("Values", "ferries", text);
        Map<String, Object> asked = new HashMap<>(Map.of("text", text, "step", 1, "mark", "2", "choices", Map.of()));
        assertThat(api.post("/api/v1/queries/" + id + "/steps/options", asked)
                        .json()
                        .findValuesAsString("id"))
                .contains("'Ardlow'", "'Þorvik'", ":port");
        asked.put("step", 2);
        assertThat(api.post("/api/v1/queries/" + id + "/steps/options", asked)
                        .json()
                        .findValuesAsString("id"))
                .doesNotContain("'Tarn'");
        asked.put("mark", "9");
        assertThat(api.post("/api/v1/queries/" + id + "/steps/options", asked).status())
                .isEqualTo(422);
        asked.put("step", 17);
        assertThat(api.post("/api/v1/queries/" + id + "/steps/options", asked).status())
                .isEqualTo(422);
    }

    @Test
    void completeKeywordsColumnsAndValues() {
        String text = "steps 1\nfrom ports";
        String id = newQuery("Completed", "ferries", text);
        Map<String, Object> asked = new HashMap<>(Map.of("text", text, "afterStep", 1, "choices", Map.of()));
        asked.put("line", "where isl");
        assertThat(api.post("/api/v1/queries/" + id + "/steps/completions", asked)
                        .json()
                        .findValuesAsString("text"))
                .contains("island");
        asked.put("line", "where island = t");
        assertThat(api.post("/api/v1/queries/" + id + "/steps/completions", asked)
                        .json()
                        .findValuesAsString("text"))
                .contains("'Tarn'", "today")
                .doesNotContain("'Hethra'");
    }

    @Test
    void mapDatabaseErrorsToTheirWords() {
        String text = "steps 1\nfrom ports\nadd column x = length of name / port_id\nwhere x > :waves_least\n"
                + "add column y = month of name";
        String id = newQuery("Refused", "harbour", text);
        Api.Answer answer = api.runDraft(id, text, Map.of());
        assertThat(answer.failure()).contains("extract");
    }

    @Test
    void reportAnUndefinedParameter() {
        String text = "steps 1\nfrom ports\nwhere island = :no_such_island";
        String id = newQuery("Not made", "ferries", text);
        JsonNode check = api.post("/api/v1/queries/" + id + "/check", Map.of("text", text))
                .json();
        assertThat(check.get("problems").get(0).get("kind").asString()).isEqualTo("unknown-parameter");
        assertThat(check.get("problems").get(0).get("line").asInt()).isEqualTo(3);
        assertThat(text.substring(
                        check.get("problems").get(0).get("start").asInt(),
                        check.get("problems").get(0).get("end").asInt()))
                .isEqualTo(":no_such_island");
        assertThat(check.get("hardCodedValues")).isEmpty();
    }

    @Test
    void rejectHardCodedValuesBySqlPosition() {
        String id = newQuery("Fixed", "ferries", LATE);
        assertThat(api.post(
                                "/api/v1/queries/" + id + "/hard-coded-values",
                                Map.of("text", LATE, "starts", List.of(), "createNew", false, "choices", Map.of()))
                        .status())
                .isEqualTo(422);
    }

    @Test
    void includeParametersOfReferencedQueries() {
        String inner = newQuery("Inner rows", "ferries", "steps 1\nfrom crossings\nwhere delay_min > :min_delay");
        String text = "steps 1\nfrom query 'Inner rows'\naggregate all rows: count of rows as n";
        String outer = newQuery("Outer rows", "ferries", text);
        long few = api.runDraft(outer, text, Map.of("min_delay", values("90")))
                .rows()
                .get(0)
                .get(0)
                .asLong();
        long more = api.runDraft(outer, text, Map.of("min_delay", values("10")))
                .rows()
                .get(0)
                .get(0)
                .asLong();
        assertThat(few).isPositive().isLessThan(more);
        // The referenced query is in use.
        assertThat(api.send("DELETE", "/api/v1/queries/" + inner, Map.of()).status())
                .isEqualTo(409);
    }

    @Test
    void followARenamedQuery() {
        String inner = newQuery("Rows to rename", "ferries", "steps 1\nfrom ports");
        String text = "steps 1\nfrom query 'Rows to rename'\noff: union all query 'Rows to rename'\nfirst 3 rows";
        String outer = newQuery("Reader of renamed rows", "ferries", text);
        int version = api.get("/api/v1/queries/" + inner).json().get("version").asInt();
        Api.Answer renamed =
                api.send("PATCH", "/api/v1/queries/" + inner, Map.of("name", "The mate's rows", "version", version));
        assertThat(renamed.status()).as(renamed.failure()).isEqualTo(200);
        String now = draft(outer);
        assertThat(now)
                .isEqualTo(
                        "steps 1\nfrom query 'The mate''s rows'\noff: union all query 'The mate''s rows'\nfirst 3 rows");
        assertThat(api.runDraft(outer, now, Map.of()).rows()).hasSize(3);
        // The name is no longer unique: the reference still resolves to the same query.
        String other = newQuery("The mate's rows", "ferries", "steps 1\nfrom crossings");
        assertThat(other).isNotEqualTo(inner);
        assertThat(draft(outer)).contains("from query '" + inner + "'");
    }

    @Test
    void ignoreARestoredQueryOfTheSameName() {
        String first = newQuery("Twice named", "ferries", "steps 1\nfrom ports");
        assertThat(api.send("DELETE", "/api/v1/queries/" + first, Map.of()).status())
                .isEqualTo(204);
        newQuery("Twice named", "ferries", "steps 1\nfrom vessels");
        int removed = api.get("/api/v1/removed").json().get(0).get("id").asInt();
        assertThat(api.post("/api/v1/removed/" + removed + "/restore", Map.of()).failure())
                .contains("Another query");
    }

    @Test
    void followARenameDuringImport() throws Exception {
        String inner = newQuery("Named in the project", "ferries", "steps 1\nfrom ports");
        String outer = newQuery("Reader of an import", "ferries", "steps 1\nfrom query 'Named in the project'");
        ProjectUpload.importProject(
                RunningServer.get().address(),
                Map.of("project.yaml", """
                        format: plain-sieve/1
                        queries: [{id: %s, name: Named in a file, source: ferries, file: inner.steps}]
                        """.formatted(inner), "inner.steps", "steps 1\nfrom ports"));
        assertThat(draft(outer)).contains("from query 'Named in a file'");
    }

    private String draft(String query) {
        return api.get("/api/v1/queries/" + query).json().get("text").asString();
    }

    @Test
    void areNotPublishedWithACycle() {
        String id = newQuery("Itself", "ferries", "steps 1\nfrom ports");
        JsonNode drafted = api.send(
                        "PATCH",
                        "/api/v1/queries/" + id,
                        Map.of("text", "steps 1\nfrom query '" + id + "'", "version", 1))
                .json();
        Api.Answer given = api.post(
                "/api/v1/queries/" + id + "/publish",
                Map.of("version", drafted.get("version").asInt()));
        assertThat(given.status()).isEqualTo(422);
        assertThat(given.json().toString()).contains("would read itself");
    }

    @Test
    void becomeAReportOfTheirColumns() {
        String id = newQuery("Steps for a report", "ferries", LATE);
        Api.Answer made = api.post("/api/v1/queries/" + id + "/reports", Map.of());
        assertThat(made.status()).isEqualTo(201);
        assertThat(made.json().get("id").asString()).isNotEmpty();
    }

    @Test
    void followARenamedParameter() {
        Map<String, Object> parameter = new HashMap<>();
        List.of("label", "hint", "blankLabel", "unit").forEach(field -> parameter.put(field, ""));
        parameter.putAll(Map.of("name", "old_wave", "type", "decimal", "multiple", false, "blankRule", "no-filter"));
        parameter.put("version", 0);
        parameter.put("list", Map.of("kind", "any", "values", List.of(), "query", ""));
        parameter.put("trial", Api.blank());
        assertThat(api.post("/api/v1/parameters", parameter).status()).isEqualTo(201);
        String text = "steps 1\nfrom crossings\nwhere wave_height_m > :old_wave and state = ':old_wave'";
        String id = newQuery("Renamed in steps", "ferries", text);
        assertThat(api.send("PATCH", "/api/v1/parameters/old_wave", Map.of("name", "new_wave"))
                        .status())
                .isLessThan(300);
        assertThat(api.get("/api/v1/queries/" + id).json().get("text").asString())
                .isEqualTo("steps 1\nfrom crossings\nwhere wave_height_m > :new_wave and state = ':old_wave'");
    }
}
