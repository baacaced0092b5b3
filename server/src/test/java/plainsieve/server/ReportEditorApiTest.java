package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;
import static plainsieve.server.Api.values;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Reports edited on their page, on real databases: a draft of sentences until published. */
class ReportEditorApiTest {
    private final Api api = new Api(RunningServer.get().address());
    private String id;

    private String path(String rest) {
        return "/api/v1/reports/" + id + "/editor" + rest;
    }

    private JsonNode begin(String query) {
        id = api.post("/api/v1/queries/" + query + "/reports", Map.of())
                .json()
                .get("id")
                .asString();
        return api.get(path("")).json();
    }

    @AfterEach
    void remove() {
        api.send("DELETE", "/api/v1/reports/" + id, "");
    }

    private static String sentence(JsonNode page, String thing) {
        return whole(page, thing).replaceFirst(" · \\+$", "");
    }

    /** Includes the mark for additions. */
    private static String whole(JsonNode page, String thing) {
        return StreamSupport.stream(page.get("objects").spliterator(), false)
                .filter(one -> one.get("object").asString().equals(thing))
                .map(one -> String.join("", one.get("sentence").findValuesAsString("text")))
                .findFirst()
                .orElse("(not there)");
    }

    private static int version(JsonNode page) {
        return page.get("report").get("version").asInt();
    }

    private Api.Answer change(JsonNode page, String thing, String mark, String taken) {
        return api.send(
                "PUT",
                path("/marks"),
                Map.of("object", thing, "mark", mark, "option", taken, "version", version(page)));
    }

    private Api.Answer post(JsonNode page, String rest, Map<String, Object> body) {
        Map<String, Object> all = new HashMap<>(body);
        all.put("version", version(page));
        return api.post(path(rest), all);
    }

    private List<JsonNode> rows(String view, Map<String, Object> choices) {
        return api.post(
                        path("/views/" + view + "/run"),
                        Map.of("runId", UUID.randomUUID().toString(), "choices", choices))
                .rows();
    }

    private String standing() {
        return StreamSupport.stream(api.get("/api/v1/reports").json().spliterator(), false)
                .filter(card -> card.get("id").asString().equals(id))
                .map(card -> card.get("status").asString())
                .findFirst()
                .orElse("(not there)");
    }

    @ParameterizedTest
    @ValueSource(strings = {"late-crossings", "late-crossings-at-the-harbour-server", "late-crossings-on-the-islands"})
    void queryBecomesAPageOfProposalsWithRows(String query) {
        JsonNode page = begin(query);
        assertThat(sentence(page, "view:figures"))
                .startsWith("Figures: number of rows as rows · average of delay min")
                .contains("sum of passengers");
        assertThat(sentence(page, "view:by-port"))
                .isEqualTo("Bars of the number of rows by port, the 7 largest, called By port");
        assertThat(sentence(page, "control:port"))
                .startsWith(":port as a slicer, called Port, next to the rows under ");
        assertThat(sentence(page, "control:from")).startsWith(":from :to as a date range");
        assertThat(sentence(page, "opening"))
                .isEqualTo(
                        "Opens with its defaults, runs at every choice, shows viewers rows only, data age not shown");
        assertThat(rows("figures", Map.of("port", values("Lunna")))).hasSize(1);
        assertThat(rows("by-port", Map.of("port", values("Lunna", "Ardlow")))).hasSize(2);
        assertThat(sentence(page, "view:over-departed-at"))
                .isEqualTo("Line of the number of rows by day of departed at, called By day of departed at");
        long all = rows("figures", Map.of()).get(0).get(0).asLong();
        assertThat(rows("over-departed-at", Map.of()).stream()
                        .mapToLong(row -> row.get(1).asLong())
                        .sum())
                .isEqualTo(all);
        assertThat(rows("over-departed-at", Map.of()).get(0).get(0).asString()).startsWith("2026-03-01");
        assertThat(page.get("published").asBoolean()).isFalse();
        assertThat(standing()).isEqualTo("draft");
    }

    @Test
    void viewersGetAChangeWhenPublished() {
        JsonNode page = begin("late-crossings");
        page = post(page, "/publish", Map.of()).json();
        assertThat(standing()).isEqualTo("published");
        page = change(page, "view:by-port", "by", "vessel").json();
        assertThat(sentence(page, "view:by-port"))
                .isEqualTo("Bars of the number of rows by vessel, the 7 largest, called By vessel");
        assertThat(page.get("changes").get(0).asString())
                .contains("by vessel", "was “Bars of the number of rows by port");
        assertThat(standing()).isEqualTo("changed");
        Map<String, Object> one = Map.of("port", values("Lunna"));
        assertThat(rows("by-port", one).size()).isGreaterThan(1);
        assertThat(api.runView(id, "by-port", one).rows()).hasSize(1);
        page = post(page, "/publish", Map.of()).json();
        assertThat(page.get("changes")).isEmpty();
        assertThat(api.runView(id, "by-port", one).rows().size()).isGreaterThan(1);
    }

    @Test
    void offersAndRejectsUnfittingOptionsWithAReason() {
        JsonNode page = begin("late-crossings");
        JsonNode offers =
                api.get(path("/options?object=view:over-departed-at&mark=by")).json();
        JsonNode port = StreamSupport.stream(offers.spliterator(), false)
                .filter(offer -> offer.get("id").asString().equals("port"))
                .findFirst()
                .orElseThrow();
        assertThat(port.get("reason").asString()).contains("a line follows days or times");
        assertThat(change(page, "view:by-port", "by", "delay_min").status()).isEqualTo(422);
        assertThat(change(page, "view:nowhere", "by", "port").status()).isEqualTo(404);
        assertThat(change(page, "sofa", "by", "port").status()).isEqualTo(422);
        assertThat(post(page, "/steps", Map.of("object", "view:by-port", "action", "burn"))
                        .status())
                .isEqualTo(422);
    }

    @Test
    void detectsConflictingEdits() {
        JsonNode page = begin("late-crossings");
        assertThat(change(page, "view:by-port", "title", "Mine").status()).isEqualTo(200);
        assertThat(change(page, "view:by-port", "title", "Yours").status()).isEqualTo(409);
        assertThat(sentence(api.get(path("")).json(), "view:by-port")).endsWith("called Mine");
    }

    @Test
    void findsARefiningColumnAtTheSource() {
        begin("fare-income");
        assertThat(api.post(path("/proposals/fare-income"), Map.of()).json().findValuesAsString("reason"))
                .contains("Each of the 14 values of port belongs to one island.");
    }

    @Test
    void addsRemovesMovesAndRestoresItems() {
        JsonNode first = begin("late-crossings");
        JsonNode left = post(first, "/steps", Map.of("object", "view:by-port", "action", "remove"))
                .json();
        assertThat(api.post(path("/proposals/late-crossings"), Map.of()).json().findValuesAsString("id"))
                .startsWith("by-port");
        JsonNode taken = post(left, "/views", Map.of("id", "by-port", "queryId", "late-crossings"))
                .json();
        assertThat(taken.get("objects").size()).isEqualTo(first.get("objects").size());
        JsonNode without = post(taken, "/steps", Map.of("object", "control:port", "action", "remove"))
                .json();
        assertThat(without.get("unusedParameters").toString()).isEqualTo("[\"port\"]");
        JsonNode moved = post(without, "/steps", Map.of("object", "view:figures", "action", "down"))
                .json();
        assertThat(moved.get("report")
                        .get("definition")
                        .get("views")
                        .get(1)
                        .get("id")
                        .asString())
                .isEqualTo("figures");
        JsonNode offered = post(moved, "/controls", Map.of("parameter", "port")).json();
        assertThat(sentence(offered, "control:port"))
                .startsWith(":port as a slicer, called Port, next to the rows under ");
        ObjectNode back = (ObjectNode) first.get("form").deepCopy();
        JsonNode undone = api.send(
                        "PUT", path(""), back.put("version", version(offered)).toString())
                .json();
        assertThat(undone.get("objects").toString())
                .isEqualTo(first.get("objects").toString());
    }

    @Test
    void namesOmittedItemsExceptThoseOfTheQuestion() {
        JsonNode first = begin("late-crossings");
        JsonNode alone = api.send(
                        "PUT",
                        path("/marks"),
                        Map.of(
                                "object", "control:port",
                                "mark", "place",
                                "option", "in-sentence",
                                "version", version(first)))
                .json();
        assertThat(sentence(alone, "control:port")).endsWith("only in the question line");
        assertThat(alone.get("unusedParameters")).isEmpty();
        assertThat(api.post(path("/question"), Map.of("choices", Map.of()))
                        .json()
                        .get("hiddenChoices"))
                .isEmpty();
        JsonNode without = post(alone, "/steps", Map.of("object", "control:port", "action", "remove"))
                .json();
        assertThat(without.get("unusedParameters").toString()).isEqualTo("[\"port\"]");
        JsonNode asked =
                api.post(path("/question"), Map.of("choices", Map.of())).json();
        assertThat(asked.get("hiddenChoices").get(0).get("text").asString()).isEqualTo("Port Ardlow, Skerrin");
        assertThat(asked.get("sentence").asString()).doesNotContain("Port");
    }

    @Test
    void mergesOrRejectsConcurrentChanges() {
        JsonNode seen = begin("late-crossings");
        change(seen, "view:by-port", "title", "Theirs");
        Map<String, Object> beside = Map.of(
                "object", "view:by-vessel",
                "mark", "title",
                "option", "Beside",
                "seen", whole(seen, "view:by-vessel"),
                "version", version(seen));
        JsonNode both = api.send("PUT", path("/marks"), beside).json();
        assertThat(sentence(both, "view:by-vessel")).endsWith("called Beside");
        assertThat(sentence(both, "view:by-port")).endsWith("called Theirs");
        JsonNode words = api.send("PUT", path("/words"), words(seen, "Mine", "Late from {port}"))
                .json();
        assertThat(words.get("report").get("name").asString()).isEqualTo("Mine");
        assertThat(sentence(words, "view:by-port")).endsWith("called Theirs");
        JsonNode audience = api.send("PUT", path("/words"), words(seen, "Late crossings", "Late in {port}"))
                .json();
        assertThat(audience.get("status").asInt()).isEqualTo(409);
        Map<String, Object> same = Map.of(
                "object", "view:by-port",
                "mark", "title",
                "option", "Mine",
                "seen", whole(seen, "view:by-port"),
                "version", version(seen));
        assertThat(api.send("PUT", path("/marks"), same).status()).isEqualTo(409);
        assertThat(sentence(api.get(path("")).json(), "view:by-port")).endsWith("called Theirs");
    }

    private static Map<String, Object> words(JsonNode seen, String name, String question) {
        JsonNode report = seen.get("report");
        Map<String, Object> was = Map.of(
                "name", report.get("name").asString(),
                "audience", report.get("audience").asString(),
                "question", report.get("question").asString());
        return Map.of("name", name, "audience", "", "question", question, "seen", was, "version", version(seen));
    }

    @Test
    void queryOfAnUnpublishedReportCannotBeRemoved() {
        begin("vessel-names");
        assertThat(api.send("DELETE", "/api/v1/queries/vessel-names", "").status())
                .isEqualTo(409);
    }

    @Test
    void requiredChoiceWithoutADefaultIsNotInTheWay() {
        Map<String, Object> required = Map.of("name", "must_be", "blankRule", "not-allowed", "trial", values("Ardlow"));
        api.post("/api/v1/parameters", required);
        String text = "select name, island from ports where name = :must_be";
        api.post("/api/v1/queries", Map.of("name", "Required", "source", "ferries", "text", text));
        JsonNode page = begin("required");
        assertThat(sentence(page, "view:rows")).isEqualTo("Table with columns Name, Island; every row, called Rows");
        assertThat(post(page, "/publish", Map.of()).status()).isEqualTo(200);
        remove();
        api.send("DELETE", "/api/v1/queries/required", "");
        api.send("DELETE", "/api/v1/parameters/must_be", "");
    }

    /** A draft is exported and imported as a draft. */
    @Test
    void draftIsExported() throws Exception {
        JsonNode page = begin("late-crossings");
        change(page, "view:by-port", "title", "Harbours, in files");
        Map<String, String> files = ProjectUpload.download(RunningServer.get().address());
        String yaml = files.get("project.yaml");
        assertThat(yaml.substring(yaml.indexOf("\ndrafts:"))).contains("Harbours, in files");
        assertThat(yaml.substring(0, yaml.indexOf("\ndrafts:"))).doesNotContain("Harbours, in files");
        remove();
        ProjectUpload.importProject(RunningServer.get().address(), files);
        assertThat(standing()).isEqualTo("draft");
        assertThat(sentence(api.get(path("")).json(), "view:by-port")).endsWith("called Harbours, in files");
    }

    @Test
    void emptyPageIsNotPublished() {
        JsonNode page = begin("port-names");
        for (String view : page.get("report").get("definition").get("views").findValuesAsString("id")) {
            page = post(page, "/steps", Map.of("object", "view:" + view, "action", "remove"))
                    .json();
        }
        Api.Answer refused = post(page, "/publish", Map.of());
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.json().get("detail").asString()).contains("The report is empty");
        assertThat(standing()).isEqualTo("draft");
    }

    @Test
    void checksTheQuestionLine() {
        JsonNode page = begin("late-crossings");
        Map<String, Object> words =
                Map.of("name", "Late", "audience", "for us", "question", "Late from {port", "version", version(page));
        assertThat(api.send("PUT", path("/words"), words).status()).isEqualTo(422);
        Map<String, Object> good = new HashMap<>(words);
        good.put("question", "Late from {port}");
        page = api.send("PUT", path("/words"), good).json();
        assertThat(page.get("report").get("name").asString()).isEqualTo("Late");
        assertThat(api.post(path("/question"), Map.of("choices", Map.of("port", values("Lunna")), "linkToken", ""))
                        .json()
                        .get("sentence")
                        .asString())
                .startsWith("Late from Lunna");
    }
}
