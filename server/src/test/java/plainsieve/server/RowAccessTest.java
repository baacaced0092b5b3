package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import plainsieve.server.people.Role;
import tools.jackson.databind.JsonNode;

/** Row access: which rows viewers get, and that nothing bypasses it. */
class RowAccessTest {
    private static RestrictedServer server;
    private static Api viewer;
    private static Api author;
    private static String office;

    @BeforeAll
    static void start() throws Exception {
        server = new RestrictedServer();
        author = server.person("oran", "home", Role.AUTHOR);
        viewer = server.person("tam", "home", Role.VIEWER);
        office = server.officeOf("tam", "Tarn");
    }

    @BeforeEach
    void theOfficeSaysTarn() throws Exception {
        server.bringIn(RestrictedServer.project());
        server.says(office, Api.values("Tarn"));
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private static Set<String> islands(Api.Answer answer) {
        Set<String> islands = new TreeSet<>();
        answer.rows().forEach(row -> islands.add(row.get(1).asString()));
        return islands;
    }

    private static Api.Answer rows(Api who, Map<String, Object> choices) {
        return who.runView("held", "rows", choices);
    }

    @Test
    void viewerGetsRowsOfTheirGroupsOnly() {
        assertThat(islands(rows(viewer, Map.of()))).containsExactly("Tarn");
        assertThat(islands(rows(viewer, Map.of("island", Api.blank())))).containsExactly("Tarn");
        assertThat(islands(rows(viewer, Map.of("island", Map.of("kind", "all", "values", List.of())))))
                .containsExactly("Tarn");
        assertThat(islands(rows(viewer, Map.of("island", Api.values()))))
                .as("values, and none of them")
                .containsExactly("Tarn");
        assertThat(rows(viewer, Map.of("island", Api.values("Hethra"))).failure())
                .startsWith("You may not see “Hethra” of “Island”.");
        assertThat(islands(rows(author, Map.of()))).hasSizeGreaterThan(4);
    }

    @Test
    void viewWithoutTheFilterIsStillRestricted() {
        assertThat(islands(viewer.runView("held", "aside", Map.of()))).containsExactly("Tarn");
        assertThat(islands(author.runView("held", "aside", Map.of()))).hasSizeGreaterThan(4);
    }

    @Test
    void twoGroupsGrantTheUnion() {
        String other = server.group("Other office");
        Api two = server.person("two", "home", Role.VIEWER);
        server.join(other, "two");
        server.join(office, "two");
        server.says(other, Api.values("Vessay"));
        assertThat(islands(rows(two, Map.of()))).containsExactly("Tarn", "Vessay");
        assertThat(islands(rows(two, Map.of("island", Api.values("Vessay"))))).containsExactly("Vessay");
        server.says(other, Map.of("kind", "all", "values", List.of()));
        assertThat(islands(rows(two, Map.of()))).hasSizeGreaterThan(4);
    }

    @Test
    void memberOfNoRelevantGroupSeesNothing() {
        Api alone = server.person("alone", "home", Role.VIEWER);
        assertThat(rows(alone, Map.of()).failure()).startsWith("You have no “Island” assigned.");
        server.says(office, Api.blank());
        assertThat(rows(viewer, Map.of()).status()).isEqualTo(422);
        assertThat(viewer.get("/api/v1/reports/held").status()).isEqualTo(200);
    }

    @Test
    void unrestrictableQueryIsHiddenUnlessOpen() {
        assertThat(viewer.runView("held", "ports", Map.of()).failure())
                .startsWith("“All ports” does not use “Island”, by which your rows are restricted.");
        assertThat(author.runView("held", "ports", Map.of()).rows()).hasSize(14);
        assertThat(viewer.runView("held", "fleet", Map.of()).rows()).isNotEmpty();
    }

    private static Api.Answer list(Api who, String parameter, String search, Map<String, Object> choices) {
        Map<String, Object> body = new HashMap<>(Map.of("choices", choices, "search", search, "start", 0));
        body.put("reportId", "held");
        return who.post("/api/v1/parameters/" + parameter + "/values", body);
    }

    private static List<String> listed(Api.Answer answer) {
        return answer.json()
                .get("values")
                .valueStream()
                .map(item -> item.get("value").asString())
                .toList();
    }

    @Test
    void restrictsLists() {
        assertThat(listed(list(viewer, "island", "", Map.of()))).containsExactly("Tarn");
        assertThat(listed(list(viewer, "island", "H", Map.of()))).containsExactly("Tarn");
        assertThat(listed(list(author, "island", "", Map.of()))).hasSizeGreaterThan(4);
        assertThat(listed(list(viewer, "held_port", "", Map.of())))
                .containsExactlyInAnyOrder("Tarn Quay", "Brae O'Noth");
        assertThat(list(viewer, "held_port", "", Map.of("island", Api.values("Hethra")))
                        .status())
                .isEqualTo(422);
        assertThat(list(viewer, "held_vessel", "", Map.of()).failure())
                .startsWith("The list of “Vessel” does not use “Island”");
        assertThat(listed(list(viewer, "state", "", Map.of()))).hasSize(3);
        assertThat(viewer.post(
                                "/api/v1/parameters/island/named",
                                Map.of("choices", Map.of("island", Api.values("Hethra")), "reportId", "held"))
                        .json())
                .isEmpty();
        assertThat(viewer.post("/api/v1/parameters/island/distribution", Map.of("reportId", "held"))
                        .json()
                        .get("counts"))
                .isEmpty();
    }

    private static JsonNode named(JsonNode all, String name) {
        return all.valueStream()
                .filter(one -> one.get("name").asString().equals(name))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void opensWithPermittedValuesWithoutNamingTheGroup() {
        JsonNode report = viewer.get("/api/v1/reports/held").json();
        JsonNode island = named(report.get("parameters"), "island");
        assertThat(island.get("default").get("choice").get("values").get(0).asString())
                .isEqualTo("Tarn");
        assertThat(island.get("rowAccess").isNull()).isTrue();
        JsonNode question = viewer.post("/api/v1/reports/held/question", Map.of("choices", Map.of()))
                .json();
        assertThat(question.get("sentence").asString()).contains("Tarn");
        assertThat(question.get("determined").get(0).asString()).isEqualTo("island");
    }

    @Test
    void queryCanDefinePermittedValues() throws Exception {
        server.bringIn(RestrictedServer.project()
                .replace("row-access: {by: group,", "row-access: {by: query, query: theirs,")
                .replace("parameters:\n", "parameters:\n- {name: caller, formula: caller}\n"));
        Api una = server.person("una", "home", Role.VIEWER);
        assertThat(islands(rows(viewer, Map.of()))).containsExactly("Tarn");
        assertThat(islands(rows(una, Map.of()))).containsExactly("Oulday", "Vessay");
        assertThat(rows(una, Map.of("island", Api.values("Tarn"))).status()).isEqualTo(422);
        assertThat(listed(list(una, "held_port", "", Map.of())))
                .contains("Maddow")
                .doesNotContain("Tarn Quay");
        Api missing = server.person("nils", "home", Role.VIEWER);
        assertThat(rows(missing, Map.of()).failure()).startsWith("You have no “Island” assigned.");
        assertThat(rows(viewer, Map.of("caller", Api.values("una"))).status()).isEqualTo(422);
        assertThat(rows(author.lookingAs("group:" + office), Map.of()).failure())
                .contains("The caller has no name here");
        assertThat(islands(rows(author.lookingAs("person:una"), Map.of()))).containsExactly("Oulday", "Vessay");
    }

    @Test
    void claimCanDefinePermittedValues() throws Exception {
        server.bringIn(RestrictedServer.project()
                .replace("row-access: {by: group,", "row-access: {by: claim, claim: harbour_island,"));
        assertThat(rows(viewer, Map.of()).failure()).startsWith("You have no “Island” assigned.");
        server.claim("tam", "harbour_island", "Oulday");
        server.claim("tam", "other", "Hethra");
        assertThat(islands(rows(viewer, Map.of()))).containsExactly("Oulday");
        assertThat(islands(rows(author.lookingAs("person:tam"), Map.of()))).containsExactly("Oulday");
        assertThat(rows(author.lookingAs("group:" + office), Map.of()).status()).isEqualTo(422);
        server.bringIn(RestrictedServer.project());
        assertThat(islands(rows(viewer, Map.of()))).containsExactly("Tarn");
    }

    @Test
    void onlyAuthorsImpersonateGroups() {
        assertThat(islands(rows(author.lookingAs("group:" + office), Map.of()))).containsExactly("Tarn");
        assertThat(rows(viewer.lookingAs("group:" + office), Map.of()).status()).isEqualTo(403);
        assertThat(rows(author.lookingAs("group:nowhere"), Map.of()).status()).isEqualTo(404);
        String sent = author.get("/api/v1/sent").json().get(0).get("caller").asString();
        assertThat(sent).isEqualTo("oran, as Office");
        assertThat(author.get("/api/v1/projects/home/view-as").json().findValuesAsString("name"))
                .contains("Office", "tam");
        assertThat(viewer.get("/api/v1/projects/home/view-as").status()).isEqualTo(403);
    }

    @Test
    void warnsTheAuthor() {
        JsonNode island = author.get("/api/v1/parameters")
                .json()
                .valueStream()
                .filter(use -> use.get("definition").get("name").asString().equals("island"))
                .findFirst()
                .orElseThrow();
        assertThat(island.get("notices").toString())
                .contains("Hidden from viewers because :island is not used: ", "“All ports”", "the list of :ship,")
                .doesNotContain("Fleet", "“Of islands”", "the list of :held_port");
    }

    @Test
    void rehearsesEveryGroup() throws Exception {
        author.post("/api/v1/reports/held/rehearsal", Map.of());
        JsonNode state = Waiting.until(
                () -> author.get("/api/v1/reports/held/rehearsal").json(),
                now -> !now.get("state").asString().equals("running"));
        JsonNode last = state.get("cases").get(state.get("cases").size() - 1);
        assertThat(state.get("cases").findValuesAsString("name")).contains("as Office");
        assertThat(state.get("findings").findValuesAsString("kind")).contains("row-access");
        assertThat(last.toString()).contains("“All ports” does not use “Island”");
    }

    @Test
    void renameUpdatesGroupValues() {
        assertThat(author.send("PATCH", "/api/v1/parameters/island", Map.of("name", "home_island"))
                        .status())
                .isEqualTo(200);
        assertThat(islands(rows(viewer, Map.of()))).containsExactly("Tarn");
        author.send("PATCH", "/api/v1/parameters/home_island", Map.of("name", "island"));
    }
}
