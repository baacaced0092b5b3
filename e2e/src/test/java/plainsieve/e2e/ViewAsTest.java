package plainsieve.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.Keys;
import plainsieve.server.AnotherServer;
import plainsieve.server.access.accounts.Accounts;
import plainsieve.server.access.accounts.Groups;
import plainsieve.server.people.Role;

/** Row access, from the sentence of a parameter to what a viewer sees, and the author's view of it. */
class ViewAsTest {
    private static final String PORT = "[data-said=port]";
    private static final String REPORT = "/projects/home/reports/late-crossings";
    private static final String TABLE = ".kind-table";

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
    void groupRestrictsViewersToTheirPort() {
        try (Browser operator = signedIn("ona", "", Role.OPERATOR);
                Browser viewer = signedIn("tam", "home", Role.VIEWER)) {
            operator.open("/projects/home/parameters");
            operator.click(PORT + " button", "more");
            operator.take(PORT, "held", "values of their group");
            operator.untilSaid(PORT, "viewers may choose values of their group");

            operator.open("/projects/home/people");
            operator.type("[aria-label='Name of a new group']", "Ardlow office");
            String group = "li[aria-label='Ardlow office']";
            operator.untilText(group, text -> text.contains("no rows yet"));
            operator.take(group, "sees-port", "Ardlow");
            operator.untilText(
                    group + " [data-mark=sees-port]", text -> text.startsWith("Ardlow") || text.startsWith("1"));

            viewer.open(REPORT);
            viewer.untilText("main", text -> text.contains("You have no"));
            Groups groups = server.part(Groups.class);
            groups.join(
                    groups.all().get(0).id(),
                    server.part(Accounts.class).named("tam").id());
            viewer.reload();
            seesArdlowAlone(viewer);
            assertThat(viewer.text("footer")).doesNotContain("See what was sent");

            operator.open(REPORT);
            operator.untilText("footer", text -> text.contains("See what was sent"));
            operator.take("header", "seen-as", "Ardlow office");
            operator.untilText("[data-test=view-as]", text -> text.contains("Viewing as Ardlow office"));
            seesArdlowAlone(operator);
            assertThat(operator.address()).contains("view-as=group");
            operator.click("[data-test=view-as] a", "View as yourself");
            operator.untilText(".question-row", text -> text.contains("Ardlow, Skerrin"));
            assertThat(operator.all("[data-test=view-as]")).isEmpty();
        }
    }

    @Test
    void signedLinkOpensUntilRevoked() {
        try (Browser author = signedIn("oran", "home", Role.AUTHOR);
                Browser stranger = new Browser(server.address())) {
            author.open("/projects/home/reports/late-crossings");
            author.click("header button", "Settings");
            String links = "[aria-label='Signed links']";
            author.take(links, "fixes", "Port");
            author.take(links, "whom", "anyone with the link");
            author.press(Keys.ESCAPE);
            author.setDate(
                    "[aria-label='Expiry date']", LocalDate.now().plusDays(2).toString());
            author.click(links + " button", "Create link");
            String link = author.see("[aria-label='Signed link']").getDomProperty("value");
            author.untilText(links + " tbody", text -> text.contains("never opened"));

            stranger.open(link.substring(server.address().length()));
            stranger.untilText(TABLE + " tbody", text -> !text.isBlank());
            assertThat(stranger.all("a[href$='/edit']")).isEmpty();
            author.reload();
            author.click("header button", "Settings");
            author.untilText(links + " tbody", text -> text.contains("opened once"));
            author.click(links + " button", "Revoke");
            author.untilText(links + " tbody", text -> text.contains("revoked"));
            stranger.reload();
            stranger.untilText("main", text -> text.contains("This link was revoked"));
            stranger.open("/projects/home/reports");
            stranger.untilText("main h1", "Sign in"::equals);
        }
    }

    private static void seesArdlowAlone(Browser browser) {
        browser.untilText(".question-row", text -> text.contains("Ardlow"));
        browser.untilText(TABLE + " tbody", text -> text.contains("Ardlow"));
        assertThat(browser.text(TABLE + " tbody")).doesNotContain("Corrin Bay", "Skerrin", "Tarn Quay");
    }
}
