package plainsieve.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import plainsieve.server.AnotherServer;
import plainsieve.server.access.accounts.AccountPasswords;
import plainsieve.server.access.accounts.Accounts;
import plainsieve.server.people.Role;

/** Users sign in, get roles and groups, and see what they are allowed to. */
class PeopleTest {
    private static final String PASSWORD = "nine lazy puffins";
    private static final String FINN = "li[aria-label='Finn Marsh']";

    private static AnotherServer server;

    @BeforeAll
    static void start() throws Exception {
        server = AnotherServer.on(AnotherServer.folderOfFerries(), "--plainsieve.accounts=true");
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private static Browser signedIn(String name, String project, Role role) {
        return SignedInBrowser.as(server, name, project, role);
    }

    @Test
    void newUserSignsInByLinkAndSeesTheirReports() {
        try (Browser operator = signedIn("ona", "", Role.OPERATOR);
                Browser other = new Browser(server.address())) {
            operator.click("nav a", "People");
            operator.type("[aria-label='Display name']", "Finn Marsh");
            operator.type("[aria-label='Sign-in name']", "finn");
            String link = operator.text("[data-test=sign-in-link]");
            operator.take(FINN, "more", "viewer of Home");
            operator.untilText(FINN, text -> text.contains("viewer"));

            other.open(link.substring(server.address().length()));
            other.untilText("main h1", "Welcome, Finn Marsh"::equals);
            assertThat(other.address()).as("the secret has left the address").doesNotContain("link=");
            other.type("input[type=password]", PASSWORD);
            other.see("main h1", "Reports");
            assertThat(other.text("header.top"))
                    .doesNotContain("Queries", "Sources", "People")
                    .contains("Finn Marsh");
            other.click("h2", "Late crossings");
            other.untilText(".foot, footer", text -> text.contains("rows"));
            assertThat(other.text("#app")).doesNotContain("Edit report");

            operator.reload();
            operator.untilText("[aria-label='Audit log']", text -> text.contains("finn set their password"));
            operator.click(FINN + " button", "Suspend");
            operator.untilText(FINN, text -> text.contains("Reactivate"));
            other.open("/projects/home/reports");
            other.untilText("main h1", "Sign in"::equals);
        }
    }

    @Test
    void signingInAgainReturnsToThePage() {
        try (Browser browser = signedIn("rory", "home", Role.VIEWER)) {
            server.part(AccountPasswords.class)
                    .set(
                            server.part(Accounts.class).all().stream()
                                    .filter(row -> row.name().equals("rory"))
                                    .findFirst()
                                    .orElseThrow()
                                    .id(),
                            PASSWORD);
            browser.open("/projects/home/reports/late-crossings?port=Ardlow");
            browser.untilText("main h1", "Sign in"::equals);
            browser.type("input[autocomplete=username]", "rory");
            browser.type("input[type=password]", "not the one");
            browser.untilText("[role=alert]", text -> text.contains("Wrong name or password"));
            browser.type("input[type=password]", PASSWORD);
            browser.until(() -> browser.address().contains("/reports/late-crossings?port=Ardlow") ? true : null);
        }
    }

    @Test
    void showsAReportToOneGroup() {
        try (Browser operator = signedIn("una", "", Role.OPERATOR);
                Browser viewer = signedIn("vera", "home", Role.VIEWER)) {
            operator.open("/projects/home/people");
            operator.type("[aria-label='Name of a new group']", "Night watch");
            operator.see("ul[aria-label=Groups] b", "Night watch");
            operator.open("/projects/home/reports/late-crossings/edit");
            operator.take("[data-test=shown-to]", "shown", "Night watch");
            operator.untilText("[data-test=shown-to]", text -> text.contains("Night watch"));
            viewer.open("/projects/home/reports/late-crossings");
            viewer.untilText("#app", text -> text.contains("Report "));
        }
    }
}
