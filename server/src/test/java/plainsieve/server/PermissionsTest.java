package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.sql.Connection;
import java.sql.Statement;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import javax.sql.DataSource;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import plainsieve.server.access.accounts.Groups;
import plainsieve.server.access.accounts.SignInService;
import plainsieve.server.people.Role;

/** Permissions of users and groups. */
class PermissionsTest {
    private static final String AUDIENCE = "/api/v1/projects/home/reports/late-crossings/audience";

    private static AnotherServer server;

    @BeforeAll
    static void start() throws Exception {
        server = AnotherServer.on(AnotherServer.folderOfFerries(), "--plainsieve.accounts=true");
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private static TestPerson called(String name) {
        return TestPerson.called(server, name);
    }

    private static TestPerson operator(String name) {
        return called(name).with("", Role.OPERATOR);
    }

    @Test
    void inaccessibleProjectIsNotFound() {
        operator("o1");
        TestPerson stranger = called("stranger");
        assertThat(stranger.opens()).isEqualTo(404);
        assertThat(stranger.api().get("/api/v1/projects/home/reports").failure())
                .isEqualTo("Project “home” does not exist.")
                .isEqualTo(stranger.api()
                        .get("/api/v1/projects/other/reports")
                        .failure()
                        .replace("other", "home"));
        assertThat(stranger.api().get("/api/v1/projects").json()).isEmpty();
        assertThat(stranger.api().get("/api/v1/people").status()).isEqualTo(403);
        assertThat(stranger.api()
                        .post("/api/v1/projects", Map.of("name", "Mine"))
                        .status())
                .isEqualTo(403);
    }

    @Test
    void rolesApplyToOneProject() {
        TestPerson operator = operator("o2");
        String other = operator.api()
                .post("/api/v1/projects", Map.of("name", "Other"))
                .json()
                .get("id")
                .asString();
        TestPerson author = called("author-of-other").with(other, Role.AUTHOR);
        assertThat(author.api().get("/api/v1/projects/" + other + "/parameters").status())
                .isEqualTo(200);
        assertThat(author.api().get("/api/v1/projects/home/parameters").status())
                .isEqualTo(404);
        author.with("home", Role.VIEWER);
        assertThat(author.api().get("/api/v1/projects/home/parameters").status())
                .isEqualTo(403);
        assertThat(author.opens()).isEqualTo(200);
    }

    @Test
    void highestRoleOfUserAndGroupsApplies() {
        operator("o3");
        Groups groups = server.part(Groups.class);
        String makers = groups.add("Makers").id();
        groups.grant(makers, "home", Role.AUTHOR);
        TestPerson one = called("in-makers").with("home", Role.VIEWER);
        assertThat(one.api().get("/api/v1/parameters").status()).isEqualTo(403);
        groups.join(makers, one.id());
        assertThat(one.api().get("/api/v1/parameters").status()).isEqualTo(200);
        groups.remove(makers);
        assertThat(one.api().get("/api/v1/parameters").status()).isEqualTo(403);
    }

    @Test
    void groupReportIsHiddenFromOthers() {
        TestPerson operator = operator("o4");
        Groups groups = server.part(Groups.class);
        String office = groups.add("Office").id();
        TestPerson inside = called("inside").with("home", Role.VIEWER);
        TestPerson outside = called("outside").with("home", Role.VIEWER);
        groups.join(office, inside.id());
        operator.api().send("PUT", AUDIENCE, Map.of("everyone", false, "groups", List.of(office)));
        assertThat(inside.opens()).isEqualTo(200);
        assertThat(inside.runs()).isEqualTo(200);
        assertThat(outside.opens()).isEqualTo(404);
        assertThat(outside.runs()).isEqualTo(404);
        assertThat(outside.api().get("/api/v1/reports").json().findValuesAsString("id"))
                .doesNotContain("late-crossings");
        assertThat(outside.api()
                        .post(
                                "/api/v1/reports/late-crossings/views/crossings/downloads",
                                Map.of("runId", "r", "format", "csv", "choices", Map.of()))
                        .status())
                .isEqualTo(404);
        assertThat(outside.api()
                        .post(
                                "/api/v1/parameters/port/values",
                                Map.of("choices", Map.of(), "reportId", "late-crossings"))
                        .status())
                .isEqualTo(404);
        assertThat(outside.api()
                        .get("/api/v1/reports/late-crossings/selections")
                        .status())
                .isEqualTo(404);
        groups.remove(office);
        assertThat(inside.opens()).as("of a deleted group").isEqualTo(404);
        operator.api().send("PUT", AUDIENCE, Map.of("everyone", false, "groups", List.of()));
        assertThat(outside.opens()).isEqualTo(200);
    }

    @Test
    void userWithoutARoleSeesPublicReportsOnly() {
        TestPerson operator = operator("o5");
        TestPerson guest = called("guest");
        operator.api().send("PUT", AUDIENCE, Map.of("everyone", true, "groups", List.of()));
        assertThat(guest.api().get("/api/v1/reports").json().findValuesAsString("id"))
                .containsExactly("late-crossings");
        assertThat(guest.runs()).isEqualTo(200);
        assertThat(guest.api().get("/api/v1/parameters").status()).isEqualTo(403);
        operator.api().send("PUT", AUDIENCE, Map.of("everyone", false, "groups", List.of()));
        assertThat(guest.opens()).isEqualTo(404);
    }

    @Test
    void statementsOfAViewerAreHiddenFromOthers() {
        operator("o6");
        TestPerson one = called("one").with("home", Role.VIEWER);
        TestPerson other = called("other").with("home", Role.VIEWER);
        Api.Answer run = one.api().runView("late-crossings", "figures", Map.of());
        long sent = run.lines().stream()
                .filter(line -> line.has("sentId"))
                .findFirst()
                .orElseThrow()
                .get("sentId")
                .asLong();
        assertThat(one.api().get("/api/v1/sent/" + sent + "/text").status()).isEqualTo(403);
        assertThat(one.api()
                        .post("/api/v1/sent/" + sent + "/evidence", Map.of())
                        .status())
                .as("the report does not tell where")
                .isEqualTo(404);
        assertThat(other.api()
                        .post("/api/v1/sent/" + sent + "/evidence", Map.of())
                        .status())
                .isEqualTo(404);
    }

    @Test
    void viewersCannotReadUnusedLists() {
        operator("o7");
        TestPerson viewer = called("lists").with("home", Role.VIEWER);
        Map<String, Object> onReport = Map.of("choices", Map.of(), "reportId", "late-crossings");
        assertThat(viewer.api().post("/api/v1/parameters/port/values", onReport).status())
                .isEqualTo(200);
        assertThat(viewer.api()
                        .post("/api/v1/parameters/port/values", Map.of("choices", Map.of()))
                        .status())
                .isEqualTo(404);
        assertThat(viewer.api()
                        .post("/api/v1/parameters/late_by/distribution", Map.of())
                        .status())
                .isEqualTo(404);
    }

    @Test
    void savedSelectionsBelongToTheAccount() {
        operator("o8");
        TestPerson keeper = called("keeper-of-choices").with("home", Role.VIEWER);
        keeper.api().post("/api/v1/reports/late-crossings/selections", Map.of("name", "Mine", "choices", Map.of()));
        Api elsewhere = server.api();
        String link = server.part(SignInService.class).link(keeper.id(), Duration.ofDays(1), false);
        elsewhere.post("/api/v1/sign-in/link", Map.of("secret", link));
        assertThat(elsewhere
                        .get("/api/v1/reports/late-crossings/selections")
                        .json()
                        .toString())
                .contains("Mine");
        TestPerson other = called("other-keeper").with("home", Role.VIEWER);
        assertThat(other.api().get("/api/v1/reports/late-crossings/selections").json())
                .isEmpty();
    }

    @Test
    void auditLogIsImmutable() throws Exception {
        TestPerson operator = operator("o10");
        TestPerson viewer = called("taker").with("home", Role.VIEWER);
        Map<String, Object> wanted = Map.of("runId", "d1", "format", "csv", "choices", Map.of());
        viewer.api().post("/api/v1/reports/late-crossings/views/crossings/downloads", wanted);
        viewer.api().post("/api/v1/reports/late-crossings/views/no-such/downloads", wanted);
        operator.api().post("/api/v1/queries/late-crossings/publish", Map.of("version", 0));
        String done =
                operator.api().get("/api/v1/audit-log?search=taker").json().toString();
        assertThat(done).containsOnlyOnce("ordered a download").contains("late-crossings, crossings");
        assertThat(operator.api().text("/api/v1/audit-log/file?search=taker"))
                .startsWith("at,person,address,action,project,object")
                .contains("\"ordered a download\",\"home\"");
        assertThat(viewer.api().get("/api/v1/audit-log").status()).isEqualTo(403);
        try (Connection records = server.part(DataSource.class).getConnection();
                Statement statement = records.createStatement()) {
            assertThatThrownBy(() -> statement.executeUpdate("update audit_log set person = 'missing'"))
                    .hasMessageContaining("cannot be changed");
            assertThatThrownBy(() -> statement.executeUpdate("delete from audit_log"))
                    .hasMessageContaining("cannot be deleted");
        }
    }

    @Test
    void titleIsHiddenWithoutAccess() throws Exception {
        TestPerson operator = operator("o9");
        String page = "/projects/home/reports/late-crossings";
        // A page does not wait for slow question values.
        String said = "";
        for (int i = 0; i < 40 && !said.contains("<title>Late crossings"); i++) {
            said = operator.api().text(page);
        }
        assertThat(said).contains("<title>Late crossings");
        assertThat(server.api().text(page)).contains("<html").doesNotContain("Late crossings");
        assertThat(called("no-title").api().text(page)).doesNotContain("Late crossings");
    }
}
