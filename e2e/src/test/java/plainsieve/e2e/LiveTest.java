package plainsieve.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.Test;
import plainsieve.server.AnotherServer;
import plainsieve.server.Api;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.definitions.project.Projects;
import plainsieve.server.people.Role;

/** An author publishes all changes, views an older version with its rows, and restores it. */
class LiveTest {
    private static final String GIVEN = "section[aria-label=Versions]";
    private static final String WOULD = "section[aria-label='Unpublished changes']";

    private static final String LIVE = ".stage[data-stage=live]";

    private static final String COPIES = "section[aria-label='Stored copies']";
    private static final String CALENDAR = "section[aria-label=Calendar]";

    private static Query query(AnotherServer server) {
        Project project = server.part(Projects.class).first();
        return project.query(
                project.report("late-crossings").queryIds().iterator().next());
    }

    private static void draft(AnotherServer server, String text) {
        Query query = query(server);
        Api.Answer answer = server.api()
                .send("PATCH", "/api/v1/queries/" + query.id(), Map.of("text", text, "version", query.version()));
        assertThat(answer.status()).isEqualTo(200);
    }

    @Test
    void authorPublishesComparesAndRestores() throws Exception {
        try (AnotherServer server = AnotherServer.on(AnotherServer.folderOfFerries());
                Browser browser = new Browser(server.address())) {
            String before = query(server).liveText();
            draft(server, before + "\n-- as the harbour asked");
            browser.open("/projects/home/live");
            browser.untilText(WOULD, text -> text.contains("+-- as the harbour asked"));
            browser.click(WOULD + " .rehearsed button", "Rehearse");
            browser.untilText(WOULD, text -> text.contains(" passed, ") && text.contains("slowest"));
            browser.type("[aria-label=Why]", "the harbour asked");
            browser.untilText(GIVEN, text -> text.contains("Version 2") && text.contains("“the harbour asked”"));
            browser.untilText(WOULD, text -> text.contains("No unpublished changes"));
            assertThat(query(server).liveText()).endsWith("-- as the harbour asked");

            browser.click(GIVEN + " button", "Show changes");
            browser.untilText(GIVEN, text -> text.contains("+-- as the harbour asked"));

            browser.click(GIVEN + " button", "Restore");
            browser.click(GIVEN + " button", "Restore it");
            browser.untilText(GIVEN, text -> text.contains("Version 3") && text.contains("“restoring version 1”"));
            assertThat(query(server).liveText()).isEqualTo(before);

            browser.open("/projects/home/reports/late-crossings?as-of=2");
            browser.untilText("[data-test=as-of]", text -> text.contains("Version 2 of the report"));
            browser.untilText(".kind-table tbody", text -> !text.isBlank());
        }
    }

    @Test
    void operatorChangesAStage() throws Exception {
        try (AnotherServer server = AnotherServer.on(AnotherServer.folderOfFerries());
                Browser browser = new Browser(server.address())) {
            browser.open("/projects/home/live");
            browser.take(LIVE, "more", ":min_delay opens with …");
            browser.say(LIVE, "value min_delay", "60");
            browser.untilText(LIVE, text -> text.contains(":min_delay defaults to 60 min"));
            browser.take(LIVE, "more", "row limit …");
            browser.say(LIVE, "rows", "7");
            browser.untilText(LIVE, text -> text.contains("row limit 7"));

            browser.open("/projects/home/reports/late-crossings");
            browser.untilText("main", text -> text.contains("60 min"));
            browser.untilText("[data-test=stage]", text -> text.contains("it shows at most 7 rows"));
            browser.open("/projects/home/reports/late-crossings/edit");
            browser.untilText("main", text -> text.contains("late by at least") && !text.contains("60 min"));
            assertThat(browser.all("[data-test=stage]")).isEmpty();

            browser.open("/projects/home/live");
            browser.take(LIVE, "value min_delay", "its default");
            browser.untilText(LIVE, text -> !text.contains(":min_delay defaults"));
            browser.untilText(GIVEN, text -> !text.contains("Version 2"));
        }
    }

    @Test
    void createsPartitionsAndSchedulesAStoredCopy() throws Exception {
        try (AnotherServer server = AnotherServer.on(AnotherServer.folderOfFerries());
                Browser browser = new Browser(server.address())) {
            server.api()
                    .post(
                            "/api/v1/queries",
                            Map.of("name", "All of it", "source", "ferries", "text", "select * from crossings"));
            browser.open("/projects/home/live");
            browser.take(COPIES, "add", "All of it");
            browser.untilText(
                    COPIES, text -> text.contains("2,000 rows") && text.contains("Data as of"), Browser.LONG_PATIENCE);
            browser.say(COPIES, "name", "Crossings by day");
            browser.untilText(COPIES, text -> text.contains("Crossings by day stores the result of All of it"));
            browser.take(COPIES, "parts", "partitioned by the month of departed_at");
            browser.untilText(COPIES, text -> text.contains("refreshes the last 3"));
            browser.click(COPIES + " button", "Refresh now");
            browser.untilText(
                    COPIES, text -> text.contains("partitions; queried as all_of_it_kept"), Browser.LONG_PATIENCE);
            browser.take(COPIES, "times", "every weekday at 06:30");
            browser.untilText(
                    COPIES, text -> text.contains("refreshed every weekday at 06:30") && text.contains("run once"));
            browser.untilText(CALENDAR, text -> text.contains("Crossings by day refreshed · 2,000 rows"));
            browser.open("/projects/home/queries/all-of-it");
            browser.take(".bench", "cache-policy", "stored copy Crossings by day");
            browser.untilText(".bench", text -> text.contains("results are from a stored copy"));
        }
    }

    @Test
    void reusesAResultUntilRefreshed() throws Exception {
        try (AnotherServer server = AnotherServer.on(AnotherServer.folderOfFerries());
                Browser browser = new Browser(server.address())) {
            String foot = "footer";
            browser.open("/projects/home/reports/late-crossings");
            browser.untilText(foot, text -> text.contains("run at"));
            browser.open("/projects/home/reports/late-crossings");
            browser.untilText(foot, text -> text.contains("run at") && !text.contains("old"));
            browser.open("/projects/home/queries/" + query(server).id());
            browser.take(".bench", "cache-policy", "cached for up to 10 minutes");
            browser.untilText(".bench", text -> text.contains("results are cached for up to 10 minutes"));
            for (int i = 0; i < 2; i++) {
                browser.open("/projects/home/reports/late-crossings");
                browser.untilText(foot, text -> text.contains("run at"));
            }
            browser.untilText(foot, text -> text.contains("seconds old") && text.contains("Refresh"));
            browser.click(foot + " button", "Refresh");
            browser.untilText(foot, text -> text.contains("run at") && !text.contains("old"));
        }
    }

    @Test
    void viewerCannotOpenIt() throws Exception {
        try (AnotherServer server = AnotherServer.on(AnotherServer.folderOfFerries(), "--plainsieve.accounts=true");
                Browser viewer = SignedInBrowser.as(server, "tam", "home", Role.VIEWER)) {
            assertThat(viewer.see("header").getText()).doesNotContain("Live");
            viewer.open("/projects/home/reports/late-crossings?as-of=1");
            viewer.untilText("main", text -> text.contains("author"));
        }
    }
}
