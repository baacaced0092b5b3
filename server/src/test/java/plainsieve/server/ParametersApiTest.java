package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;
import static plainsieve.server.Api.blank;
import static plainsieve.server.Api.values;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/** Parameters and their choices on real databases. */
class ParametersApiTest extends ParameterTests {
    private static final String DIARY = "vessel-diary";

    private JsonNode question(Map<String, Object> choices) {
        return api.post("/api/v1/reports/" + DIARY + "/question", Map.of("choices", choices, "linkToken", ""))
                .json();
    }

    @Test
    void rejectsACycleWithItsPath() {
        make("first_of", Map.of());
        String second = query("Second", "ferries", "select name from ports where island = :first_of");
        make("second_of", Map.of("list", listOf(second)));
        String first = query("First", "ferries", "select name from ports where name = :second_of");
        JsonNode before = api.get("/api/v1/parameters/first_of").json();
        Map<String, Object> change = Map.of(
                "name",
                "first_of",
                "list",
                listOf(first),
                "version",
                before.get("version").asInt());
        Api.Answer refused = api.send("PUT", "/api/v1/parameters/first_of", change);
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.json().get("detail").asString()).contains(":first_of needs :second_of needs :first_of");
    }

    @Test
    void dropsAndReportsDependentValues() {
        JsonNode question = question(Map.of("quay", values("Mill_Pier"), "route", values("Ardlow to Maddow")));
        assertThat(question.get("removedValues").get("route").toString()).contains("Ardlow to Maddow");
        assertThat(question.get("choices").get("route").get("kind").asString()).isEqualTo("blank");
        assertThat(question.get("problems")).isEmpty();
        assertThat(question.get("sentence").asString())
                .contains("from Mill_Pier")
                .doesNotContain("route");
    }

    @Test
    void acceptsShortMonths() {
        List<Map<String, Object>> months = List.of(
                Map.of("value", "2026-02-01", "label", "February"), Map.of("value", "2026-03-01", "label", "March"));
        make(
                "listed_month",
                Map.of(
                        "type",
                        "date",
                        "covers",
                        "month",
                        "whenUnlisted",
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
    void computedParameterCannotBeChosen() {
        assertThat(question(Map.of("month", values("2026-03"))).get("sentence").asString())
                .startsWith("Crossings in March 2026 (fiscal year 2026)");
        assertThat(question(Map.of("month", values("2026-04"))).get("sentence").asString())
                .contains("April 2026 (fiscal year 2027)");
        assertThat(question(Map.of("fiscal_year", values("2026")))
                        .get("problems")
                        .get(0)
                        .get("kind")
                        .asString())
                .isEqualTo("invalid-choice");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            delay_low=30 delay_high=10 | invalid-choice
            delay_low=-1               | invalid-choice
            month=                     | choice-required
            month=2026-13              | invalid-value
            quay=Ardlo                 | value-not-listed
            prot=Ardlow                | unknown-parameter
            """)
    void reportsUnusableChoices(String link, String kind) {
        Map<String, Object> choices = new HashMap<>();
        for (String word : link.split(" ")) {
            String[] pair = word.split("=", 2);
            choices.put(pair[0], pair[1].isEmpty() ? blank() : values(pair[1]));
        }
        assertThat(question(choices).get("problems").findValuesAsString("kind")).contains(kind);
        assertThat(api.runView(DIARY, "figures", choices).status()).isEqualTo(422);
    }

    @Test
    void monthCoversItsDaysAtTheSource() {
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
    void previewsARenameAndAcceptsTheFormerName() {
        JsonNode preview =
                api.get("/api/v1/parameters/note/rename-preview?to=remark").json();
        assertThat(preview.findValuesAsString("before")).anyMatch(line -> line.equals("and c.master_note = :note"));
        assertThat(preview.findValuesAsString("after")).anyMatch(line -> line.equals("and c.master_note = :remark"));
        assertThat(api.send("PATCH", "/api/v1/parameters/note", Map.of("name", "remark"))
                        .status())
                .isEqualTo(200);
        try {
            JsonNode question = question(Map.of("note", values("fog")));
            assertThat(question.get("problems")).isEmpty();
            assertThat(question.get("choices").get("remark").get("values").toString())
                    .isEqualTo("[\"fog\"]");
            assertThat(question.get("sentence").asString()).contains("with a note containing fog");
        } finally {
            api.send("PATCH", "/api/v1/parameters/remark", Map.of("name", "note"));
        }
        assertThat(question(Map.of("remark", values("fog"))).get("problems")).isEmpty();
    }

    @Test
    void listsQueriesThatDoNotUseAParameter() {
        JsonNode uses = api.get("/api/v1/parameters").json();
        for (JsonNode use : uses) {
            if (use.get("definition").get("name").asString().equals("month")) {
                assertThat(use.get("uses").findValuesAsString("kind")).contains("query", "report", "parameter");
                assertThat(use.get("dependencies")).isEmpty();
            }
            if (use.get("definition").get("name").asString().equals("ship")) {
                assertThat(use.get("dependencies").toString()).contains("quay", "route", "ship_class");
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
    void proposesTheTypeOfTheComparedColumn(String source, String text, String type, boolean many, String column) {
        String id = query("Proposal " + source, source, "select 1");
        JsonNode proposal = api.post("/api/v1/queries/" + id + "/proposal", Map.of("text", text, "name", "wanted"))
                .json();
        assertThat(proposal.get("definition").get("type").asString()).isEqualTo(type);
        assertThat(proposal.get("definition").get("multiple").asBoolean()).isEqualTo(many);
        assertThat(proposal.get("column").get("table").asString() + "."
                        + proposal.get("column").get("column").asString())
                .isEqualTo(column);
        assertThat(proposal.get("reason").asString()).isNotBlank();
    }

    @ParameterizedTest
    @ValueSource(strings = {"ferries", "harbour", "islands"})
    void distributionCountsEveryNumber(String source) {
        make(
                "spread_of",
                Map.of(
                        "type",
                        "decimal",
                        "list",
                        Map.of("kind", "column", "column", column(source, "crossings", "wave_height_m"))));
        JsonNode spread =
                api.post("/api/v1/parameters/spread_of/distribution", Map.of()).json();
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
        assertThat(spread.get("minimum").asDouble()).isEqualTo(all.get(1).asDouble());
        assertThat(spread.get("maximum").asDouble()).isEqualTo(all.get(2).asDouble());
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            {"name": "bad_one", "type": "integer", "covers": "month"}                    | cannot cover
            {"name": "bad_one", "formula": "first day of"}                               | cannot be read
            {"name": "bad_one", "formula": "year of :missing"}                            | the unknown parameter :missing
            {"name": "bad_one", "rangeEnd": "missing"}                                    | for the end of the range
            {"name": "bad_one", "type": "text", "rangeEnd": "to"}                        | form a range
            {"name": "bad_one", "type": "integer", "minimum": "low"}                       | In the limits
            {"name": "bad_one", "whenUnlisted": "burn"}                                      | “whenUnlisted” has an unknown value, “burn”
            {"name": "bad_one", "list": {"kind": "column"}}                              | names no column
            {"name": "bad_one", "default": {"kind": "formula", "formula": "soon"}}       | cannot be read
            {"name": "bad_one", "formula": "year of :bad_one"}                           | :bad_one needs :bad_one
            """)
    void rejectsInvalidDefinitions(String body, String message) {
        Api.Answer refused = api.post("/api/v1/parameters", body);
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.json().get("detail").asString()).contains(message);
    }

    @Test
    void defaultCanComeFromAQuery() throws Exception {
        String newest = query("Newest vessel", "ferries", "select name from vessels order by vessel_id desc limit 1");
        make("newest_one", Map.of("default", Map.of("kind", "query", "query", newest)));
        make(
                "opening_day",
                Map.of("type", "date", "default", Map.of("kind", "formula", "formula", "first day of last month")));
        String report = """
                queries: [{id: defaults-report, name: Defaults, source: ferries, file: d.sql}]
                reports: [{id: defaults-report, name: Defaults, views: [{id: t, kind: table, query: defaults-report}]}]
                """;
        String text = "select 1 from vessels where name = :newest_one and retired_on < :opening_day";
        ProjectUpload.importProject(RunningServer.get().address(), Map.of("project.yaml", report, "d.sql", text));
        JsonNode parameters = api.get("/api/v1/reports/defaults-report").json().get("parameters");
        assertThat(parameters.toString()).contains("Ptarmigan", "-01\"");
    }
}
