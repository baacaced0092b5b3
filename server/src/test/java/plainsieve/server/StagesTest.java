package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import plainsieve.server.definitions.project.Projects;
import plainsieve.server.editing.transfer.ProjectTransfer;
import plainsieve.server.editing.transfer.ZippedProject;
import plainsieve.server.people.Role;
import tools.jackson.databind.JsonNode;

/** The same definitions with small data for drafts and full data for viewers, changed without publishing. */
class StagesTest {
    private static final String STAGES = "/api/v1/projects/home/stages";
    private static final String PORTS = "select name from ports order by name";

    private static AnotherServer server;
    private static Api api;

    @BeforeAll
    static void start() throws Exception {
        Path folder = AnotherServer.folderOfFerries();
        Path files = folder.resolve("files");
        Files.copy(files.resolve("ferries.duckdb"), files.resolve("small.duckdb"));
        server = AnotherServer.on(folder, "--plainsieve.accounts=true");
        api = TestPerson.called(server, "keeper").with("", Role.OPERATOR).api();
        Map<String, Object> small = Map.of(
                "id",
                "small",
                "kind",
                "duckdb",
                "database",
                files.resolve("small.duckdb").toString());
        assertThat(api.post("/api/v1/sources", small).status()).isEqualTo(201);
        api.post("/api/v1/queries", Map.of("name", "Ports", "source", "ferries", "text", PORTS));
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    @AfterEach
    void nothingHolds() {
        api.send("DELETE", STAGES + "/draft", Map.of());
        api.send("DELETE", STAGES + "/live", Map.of());
    }

    private static JsonNode stage(String name) {
        for (JsonNode stage : api.get(STAGES).json()) {
            if (stage.get("name").asString().equals(name)) {
                return stage;
            }
        }
        throw new AssertionError("There is no stage " + name);
    }

    private static Map<String, Object> holding(Object... pairs) {
        Map<String, Object> body = new HashMap<>(Map.of("version", 0));
        for (int i = 0; i < pairs.length; i += 2) {
            body.put(pairs[i].toString(), pairs[i + 1]);
        }
        return body;
    }

    private static Map<String, Object> opensWith(String parameter, String value) {
        return Map.of(parameter, Map.of("kind", "choice", "choice", Api.values(value)));
    }

    private static void holds(String stage, Object... pairs) {
        Api.Answer answer = api.send("PUT", STAGES + "/" + stage, holding(pairs));
        assertThat(answer.status()).describedAs(answer.lines().toString()).isEqualTo(200);
    }

    private static Api.Answer draft(String text) {
        return api.runDraft("ports", text, Map.of());
    }

    private static Api.Answer makes(String report, String view) {
        return api.post(
                "/api/v1/reports/%s/editor/views/%s/run".formatted(report, view),
                Map.of("runId", UUID.randomUUID().toString(), "choices", Map.of(), "sortBy", "", "descending", false));
    }

    private static JsonNode newest() {
        return api.get("/api/v1/sent").json().get(0);
    }

    private static String lateBy(Api.Answer answer) {
        assertThat(answer.status()).isEqualTo(200);
        return answer.lines().get(0).get("values").toString();
    }

    @Test
    void stageValueIsTheDefault() {
        holds("live", "defaults", opensWith("min_delay", "123"));
        assertThat(lateBy(api.runView("late-crossings", "figures", Map.of()))).contains("123");
        assertThat(lateBy(api.runView("late-crossings", "figures", Map.of("min_delay", Api.values("45")))))
                .contains("45")
                .doesNotContain("123");
        assertThat(lateBy(makes("late-crossings", "figures"))).doesNotContain("123");
        JsonNode parameters = api.get("/api/v1/reports/late-crossings").json().get("parameters");
        assertThat(parameters.toString()).contains("123");
        assertThat(api.get("/api/v1/parameters/min_delay").json().toString()).doesNotContain("123");
    }

    @Test
    void evaluatesAFormulaEachTime() {
        Map<String, Object> lastDays = Map.of(
                "from", Map.of("kind", "formula", "formula", "today - 7 days"),
                "to", Map.of("kind", "formula", "formula", "today"));
        holds("draft", "defaults", lastDays);
        assertThat(lateBy(makes("late-crossings", "figures")))
                .contains(LocalDate.now().minusDays(7).toString());
    }

    @Test
    void draftsUseASmallSourceAndViewersTheFullOne() {
        holds("draft", "sources", Map.of("ferries", "small"));
        draft(PORTS);
        assertThat(newest().get("sourceId").asString()).isEqualTo("small");
        makes("late-crossings", "figures");
        assertThat(newest().get("sourceId").asString()).isEqualTo("small");
        api.post(
                "/api/v1/queries",
                Map.of("name", "Made small", "source", "ferries", "text", "select name, 7 as seven from ports"));
        api.post("/api/v1/queries/made-small/reports", Map.of());
        assertThat(newest().get("sourceId").asString())
                .describedAs("what it could show")
                .isEqualTo("small");
        api.saying("Stage", "draft").listValues("port", Map.of());
        assertThat(newest().get("sourceId").asString()).isEqualTo("small");
        api.runView("late-crossings", "figures", Map.of());
        assertThat(newest().get("sourceId").asString()).isEqualTo("ferries");
        assertThat(api.get("/api/v1/queries/ports").json().get("source").asString())
                .isEqualTo("ferries");
        Api.Answer removed = api.send("DELETE", "/api/v1/sources/small", Map.of());
        assertThat(removed.status()).isEqualTo(409);
        assertThat(removed.failure()).contains("draft");
    }

    @Test
    void limitsRowsAndReportsTheRest() {
        holds("draft", "rowLimit", 3);
        Api.Answer few = draft(PORTS);
        assertThat(few.rows()).hasSize(3);
        assertThat(few.last().get("more").asBoolean()).isTrue();
        assertThat(api.saying("Stage", "live")
                        .runDraft("ports", PORTS, Map.of())
                        .rows())
                .hasSizeGreaterThan(3);
        holds("live", "rowLimit", 2);
        assertThat(api.runView("late-crossings", "crossings", Map.of()).rows()).hasSize(2);
        assertThat(api.get("/api/v1/reports/late-crossings")
                        .json()
                        .get("stage")
                        .get("restrictions")
                        .toString())
                .contains("it shows at most 2 rows");
    }

    @Test
    void enforcesItsTimeLimit() {
        holds("draft", "timeoutSeconds", 1);
        Api.Answer stopped =
                draft("select count(*) as n from range(100000000) a, range(100000) b where a.range % 7 = b.range % 5");
        assertThat(stopped.failure()).contains("1 s");
    }

    @Test
    void reportsHiddenFilters() {
        assertThat(api.get("/api/v1/reports/late-crossings").json().get("stage").get("restrictions"))
                .isEmpty();
        holds("live", "defaults", opensWith("min_delay", "123"));
        assertThat(api.get("/api/v1/reports/late-crossings").json().get("stage").get("restrictions"))
                .describedAs("a control shows it")
                .isEmpty();
        assertThat(api.saying("Stage", "draft")
                        .get("/api/v1/reports/late-crossings")
                        .json()
                        .get("stage")
                        .get("name")
                        .asString())
                .isEqualTo("draft");
    }

    @Test
    void changeIsAuditedWithoutAVersion() {
        int before = api.get("/api/v1/projects/home/revisions").json().size();
        holds("live", "defaults", opensWith("min_delay", "60"), "timeoutSeconds", 30);
        assertThat(api.get("/api/v1/projects/home/revisions").json()).hasSize(before);
        JsonNode last = stage("live").get("lastChange");
        assertThat(last.get("person").asString()).isEqualTo("keeper");
        assertThat(last.get("action").asString()).contains(":min_delay is 60 min", "timeout 30 s");
        holds(
                "live",
                "timeoutSeconds",
                30,
                "version",
                stage("live").get("version").asInt());
        assertThat(stage("live").get("lastChange").get("action").asString())
                .isEqualTo("no more “:min_delay is 60 min”");
    }

    @Test
    void detectsConflictingEdits() {
        holds("draft", "rowLimit", 5);
        int version = stage("draft").get("version").asInt();
        holds("draft", "rowLimit", 6, "version", version);
        Api.Answer second = api.send("PUT", STAGES + "/draft", holding("rowLimit", 7, "version", version));
        assertThat(second.status()).isEqualTo(409);
        assertThat(stage("draft").get("rowLimit").asInt()).isEqualTo(6);
    }

    @Test
    void rejectsInvalidStages() {
        Map<String, Map<String, Object>> refused = Map.of(
                "no parameter", holding("defaults", opensWith("nobody_knows", "1")),
                "no number", holding("defaults", opensWith("min_delay", "much")),
                "no formula", holding("defaults", Map.of("from", Map.of("kind", "formula", "formula", "to day"))),
                "no source", holding("sources", Map.of("ferries", "nowhere")),
                "rowLimit", holding("rowLimit", -1),
                "timeoutSeconds", holding("timeoutSeconds", 3601),
                "a query", holding("defaults", Map.of("port", Map.of("kind", "query", "query", "ports"))),
                "two steps", holding("sources", Map.of("ferries", "small", "small", "ferries")));
        refused.forEach((why, body) -> {
            Api.Answer answer = api.send("PUT", STAGES + "/draft", body);
            assertThat(answer.status()).describedAs(why).isBetween(400, 422);
            assertThat(answer.failure()).describedAs(why).isNotBlank();
        });
        assertThat(api.send("PUT", STAGES + "/Not%20a%20name", holding()).status())
                .isEqualTo(422);
        assertThat(stage("draft").get("version").asInt()).isZero();
    }

    @Test
    void onlyOperatorsChangeTheStageOfViewers() {
        Api author =
                TestPerson.called(server, "maker").with("home", Role.AUTHOR).api();
        Api viewer =
                TestPerson.called(server, "looker").with("home", Role.VIEWER).api();
        assertThat(author.send("PUT", STAGES + "/draft", holding("rowLimit", 9)).status())
                .isEqualTo(200);
        assertThat(author.send("PUT", STAGES + "/live", holding("rowLimit", 9)).status())
                .isEqualTo(403);
        assertThat(author.send("DELETE", STAGES + "/live", Map.of()).status()).isEqualTo(403);
        assertThat(viewer.get(STAGES).status()).isEqualTo(403);
        assertThat(viewer.saying("Stage", "draft")
                        .get("/api/v1/reports/late-crossings")
                        .status())
                .isEqualTo(403);
        assertThat(viewer.saying("Stage", "live")
                        .get("/api/v1/reports/late-crossings")
                        .status())
                .isEqualTo(200);
    }

    @Test
    void authorsOpenAReportInANamedStage() {
        holds("check", "defaults", opensWith("min_delay", "77"));
        Api check = api.saying("Stage", "check");
        assertThat(lateBy(check.runView("late-crossings", "figures", Map.of()))).contains("77");
        assertThat(api.send("DELETE", STAGES + "/check", Map.of()).status()).isEqualTo(204);
        assertThat(check.runView("late-crossings", "figures", Map.of()).status())
                .isEqualTo(404);
    }

    @Test
    void followsARenamedParameter() {
        api.post("/api/v1/parameters", Map.of("name", "said_of", "type", "integer"));
        holds("draft", "defaults", opensWith("said_of", "5"));
        assertThat(api.send("PATCH", "/api/v1/parameters/said_of", Map.of("name", "said_now"))
                        .status())
                .isEqualTo(200);
        assertThat(stage("draft").get("defaults").propertyNames()).containsExactly("said_now");
        api.send("DELETE", "/api/v1/parameters/said_now", Map.of());
        assertThat(stage("draft").get("defaults")).isEmpty();
    }

    @Test
    void isExportedAndImported() {
        holds("draft", "defaults", opensWith("min_delay", "88"), "sources", Map.of("ferries", "small"), "rowLimit", 50);
        ProjectTransfer transfer = server.part(ProjectTransfer.class);
        byte[] files = transfer.exportFiles(server.part(Projects.class).first()).toZip();
        nothingHolds();
        transfer.importFiles("home", ZippedProject.read(files), ProjectTransfer.MissingSources.LEAVE_OUT);
        JsonNode draft = stage("draft");
        assertThat(draft.get("rowLimit").asInt()).isEqualTo(50);
        assertThat(draft.get("sources").get("ferries").asString()).isEqualTo("small");
        assertThat(draft.get("defaults").toString()).contains("min_delay", "88");
        assertThat(stage("live").get("defaults")).isEmpty();
    }

    @Test
    void removedLiveSettingsAreRestoredByOperatorsOnly() {
        Api author = TestPerson.called(server, "stage-author")
                .with("home", Role.AUTHOR)
                .api();
        Map<String, Object> limit = Map.of("defaults", Map.of(), "sources", Map.of(), "rowLimit", 3, "version", 0);
        assertThat(api.send("PUT", STAGES + "/live", limit).status()).isEqualTo(200);
        assertThat(api.send("DELETE", STAGES + "/live", Map.of()).status()).isEqualTo(204);
        JsonNode removed = api.get("/api/v1/removed").json().get(0);
        assertThat(removed.get("objectId").asString()).isEqualTo("live");
        String restore = "/api/v1/removed/" + removed.get("id").asLong() + "/restore";
        assertThat(author.get("/api/v1/removed").json().findValuesAsString("objectId"))
                .doesNotContain("live");
        assertThat(author.post(restore, Map.of()).status()).isEqualTo(403);
        assertThat(api.post(restore, Map.of()).status()).isEqualTo(200);
        assertThat(stage("live").get("rowLimit").asInt()).isEqualTo(3);
        assertThat(api.get("/api/v1/audit-log").json().toString()).contains("restored a removed stage");
    }
}
