package plainsieve.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.openqa.selenium.Keys;
import plainsieve.server.Api;
import plainsieve.server.RunningServer;

/** Reports are created on their page, from a query to the published report, sentence by sentence. */
class ReportEditorTest extends BrowserTest {
    private static int actions;

    private final Api api = new Api(RunningServer.get().address());

    private String project(String name) {
        return "/projects/"
                + api.post("/api/v1/projects", Map.of("name", name))
                        .json()
                        .get("id")
                        .asString();
    }

    /** Creates a report on a query of the demo. @return its ID */
    private String begin(String query) {
        String id = api.post("/api/v1/queries/" + query + "/reports", Map.of())
                .json()
                .get("id")
                .asString();
        browser.open("/reports/" + id + "/edit");
        return id;
    }

    private static String view(String id) {
        return "[data-thing='view:" + id + "']";
    }

    private static void click(String selector) {
        actions++;
        browser.click(selector);
    }

    private static void click(String selector, String text) {
        actions++;
        browser.click(selector, text);
    }

    private static void offer(String words) {
        actions++;
        browser.see(".menu input[type=search]").sendKeys(words);
        browser.untilText(".menu .offer.active", text -> text.startsWith(words));
        browser.press(Keys.ENTER);
    }

    private void openForSql(String name, String source) {
        browser.see("[aria-label='Name of a new query']").sendKeys(name);
        browser.see("select[aria-label='Source']").sendKeys(source);
        actions += 2;
        click("main button", "Open on the bench");
        click("section[aria-label=Query] button", "Write plain SQL instead");
    }

    /** The goal is 25 actions; a click, a typed text, and a selected option count as one each. */
    @ParameterizedTest
    @ValueSource(strings = {"ferries", "harbour"})
    void createsALiveReportInFewActions(String source) {
        String project = project("Empty " + source);
        actions = 0;
        browser.open(project + "/reports");
        browser.untilText("main", text -> text.contains("No reports yet. A report shows a query"));
        click("main a", "queries");
        actions++;
        openForSql("Late ones", source);
        browser.writeQuery(
                "select p.name as port, v.name as vessel, c.departed_at, c.delay_min, c.passengers from crossings c"
                        + " join ports p on p.port_id = c.port_id left join vessels v on v.vessel_id = c.vessel_id"
                        + " where p.name = 'Ardlow' and c.delay_min >= 15 and c.state = 'SAILED'");
        click("button", "Make all of them parameters");
        browser.untilText(
                "[data-test=conversion]", text -> text.contains("the same") && !text.contains("other queries"));
        click("main button", "New report from this query");
        browser.untilText(view("figures") + " .figure b", text -> text.matches("[\\d,]+"));
        assertThat(browser.all("[data-thing^='control:']")).hasSize(3);
        assertThat(browser.all("[data-thing^='view:']").size()).isGreaterThanOrEqualTo(3);
        browser.until(() -> browser.see(view("over-departed-at") + " [data-line]")
                        .getDomAttribute("data-line")
                        .matches("(?s).*\\d{4}: [\\d,]+.*")
                ? true
                : null);
        click("[data-thing='view:by-vessel'] [data-mark=title]");
        actions++;
        browser.press("Which ship", Keys.ENTER);
        browser.untilText(view("by-vessel") + " h2", text -> text.startsWith("Which ship"));
        click("main button, .head button", "Publish");
        browser.untilText("[data-test=save-status]", "Published, no changes since"::equals);
        click(".head a", "Open report");
        browser.untilText(".figure b", text -> text.matches("[\\d,]+"));
        click("header button", "Copy link");
        assertThat(actions).as("as docs/report-editor.md says").isEqualTo(13);
        assertThat(browser.text("main")).contains("Which ship");
        browser.untilText(".question-row", text -> text.contains("Ardlow") && text.contains("15"));
    }

    @Test
    void emptyProjectLeadsToTheFirstReport() {
        String project = project("Led along");
        browser.open(project + "/reports");
        browser.see("select[aria-label=Database]").sendKeys("harbour");
        browser.untilText("select[aria-label=Table]", text -> text.contains("vessels"));
        browser.see("select[aria-label=Table]").sendKeys("vessels");
        browser.click("main button", "Open on the bench");
        browser.untilText(".cm-content", text -> text.contains("from vessels"));
        browser.open(project + "/reports");
        browser.untilText("main", text -> text.contains("There is the query Vessels"));
        browser.click("main button", "Make it");
        browser.untilText(view("figures") + " .figure b", text -> text.matches("[\\d,]+"));
        browser.open(project + "/reports");
        browser.untilText("main", text -> text.contains("not published yet"));
        assertThat(browser.text("main")).doesNotContain("A report shows a query");
    }

    @Test
    void changesAWordFromItsOptions() {
        String id = begin("late-crossings");
        browser.untilText(view("by-port"), text -> text.contains("Ardlow"));
        browser.click(view("by-port") + " [data-mark=by] button");
        browser.untilText(".menu .offers", text -> text.contains("vessel") && text.contains("in bands of"));
        offer("vessel");
        browser.untilText(view("by-port") + " .sentence", text -> text.contains("by vessel"));
        browser.untilText(view("by-port"), text -> text.contains("By vessel") && !text.contains("Skerrin"));
        browser.click("header button", "Undo the change of a sentence");
        browser.untilText(view("by-port") + " .sentence", text -> text.contains("by port"));
        api.send("DELETE", "/api/v1/reports/" + id, "");
    }

    @Test
    void editsByKeyboard() {
        String id = begin("late-crossings");
        browser.untilText(view("figures") + " .figure b", text -> text.matches("[\\d,]+"));
        browser.script("document.querySelector(\"" + view("by-port") + " [data-mark=by] button\").focus()");
        browser.press(Keys.ENTER);
        browser.untilText(".menu .offers", text -> text.contains("vessel"));
        browser.press("month");
        browser.press(Keys.ENTER);
        browser.untilText(view("by-port") + " .sentence", text -> text.contains("month of departed at"));
        browser.script("document.querySelector(\"" + view("by-vessel") + "\").focus()");
        browser.chord(Keys.ALT, Keys.ARROW_UP);
        browser.until(() -> browser.all("[data-thing^='view:']")
                        .get(1)
                        .getDomAttribute("data-thing")
                        .equals("view:by-vessel")
                ? true
                : null);
        browser.until(() ->
                "view:by-vessel".equals(browser.script("return document.activeElement.dataset.thing")) ? true : null);
        browser.press(Keys.DELETE);
        browser.until(() -> browser.all(view("by-vessel")).isEmpty() ? true : null);
        browser.chord(Keys.CONTROL, "z");
        browser.see(view("by-vessel"));
        api.send("DELETE", "/api/v1/reports/" + id, "");
    }

    private static void add(String view, String offer) {
        browser.click(view(view) + " [data-mark='+'] button");
        offer(offer);
    }

    @Test
    void everyViewKindShowsMoreOptions() {
        String id = begin("late-crossings");
        browser.untilText(view("figures") + " .figure b", text -> text.matches("[\\d,]+"));
        add("figures", "compared with the previous year");
        browser.untilText(view("figures") + " [data-test=compared]", text -> text.matches("(?s).* vs .*2025.*"));
        add("by-port", "in parts by vessel");
        browser.untilText(view("by-port") + " .sentence", text -> text.contains("stacked"));
        String caption = "return document.querySelector(\"" + view("by-port") + " table caption\")?.textContent";
        browser.until(() -> String.valueOf(browser.script(caption)).contains("By port") ? true : null);
        add("by-vessel", "not filtered by :port");
        browser.untilText(view("by-vessel"), text -> text.contains("Ignores Port by design."));
        browser.click(view("rows") + " [data-mark='column/4'] button");
        offer("added up below");
        browser.untilText(view("rows") + " tfoot", text -> text.matches("(?s).*total.*[\\d,]{4,}.*"));
        browser.click(view("rows") + " [data-mark='column/0'] button");
        browser.see(".menu input[type=search]").sendKeys("Harbour", Keys.ENTER);
        browser.untilText(view("rows") + " thead", text -> text.contains("Harbour"));
        browser.click("[data-proposal=groups]");
        browser.click(view("groups") + " .opener");
        browser.untilText(view("groups") + " .level-1", text -> text.contains("▸"));
        browser.click("[data-proposal=text]");
        browser.click(view("text") + " [data-mark=text]");
        browser.press("Only of {port}.", Keys.ENTER);
        browser.untilText(view("text") + " .note-text", text -> text.contains("Only of Ardlow"));
        api.send("DELETE", "/api/v1/reports/" + id, "");
    }

    @Test
    void questionLineOffersItsParameters() {
        String id = begin("late-crossings");
        browser.click("main button", "This sentence is generated. Write your own");
        browser.see("[aria-label='Question line']").sendKeys("Late from {po");
        browser.untilText("[aria-label=Parameters] .active", text -> text.startsWith("port"));
        browser.press(Keys.ENTER);
        browser.press(", {from..t");
        browser.untilText("[aria-label=Parameters] .active", text -> text.startsWith("to"));
        browser.press(Keys.TAB);
        browser.press(Keys.ENTER);
        browser.untilText(
                ".question-row", text -> text.startsWith("Late from Ardlow") && text.contains("1–31 Mar 2026"));
        api.send("DELETE", "/api/v1/reports/" + id, "");
    }

    private static List<String> views() {
        return browser.all("[data-thing^='view:']").stream()
                .map(card -> card.getDomAttribute("data-thing").substring("view:".length()))
                .toList();
    }

    @Test
    void resizesAndMovesViews() {
        String id = begin("late-crossings");
        browser.see(view("by-port"));
        browser.script("document.querySelector(\"" + view("by-port") + "\").focus()");
        browser.chord(List.of(Keys.ALT), Keys.ARROW_RIGHT);
        browser.until(
                () -> browser.see(view("by-port")).getDomAttribute("style").contains("span 7") ? true : null);
        browser.chord(List.of(Keys.ALT, Keys.SHIFT), Keys.ARROW_DOWN);
        browser.until(() -> browser.all(view("by-port") + " .sized").isEmpty() ? null : true);
        List<String> before = views();
        browser.drag(view("rows") + " .grip", view("figures"));
        browser.until(() -> views().get(0).equals("rows") ? true : null);
        browser.chord(Keys.CONTROL, "z");
        browser.until(() -> views().equals(before) ? true : null);
        browser.drag("[data-thing='control:vessel'] .grip", "[data-thing='control:port']");
        browser.until(() -> browser.all("[data-thing^='control:']")
                        .get(0)
                        .getDomAttribute("data-thing")
                        .equals("control:vessel")
                ? true
                : null);
        api.send("DELETE", "/api/v1/reports/" + id, "");
    }

    @Test
    void showsAddedAndOffersRemovedProposals() {
        String id = begin("late-crossings");
        browser.see(view("by-port"));
        browser.click("[aria-label='Remove: By port']");
        browser.until(() -> browser.all(view("by-port")).isEmpty() ? true : null);
        browser.click("[data-proposal=by-port]");
        browser.untilText(view("by-port"), text -> text.contains("Ardlow"));
        browser.click("[aria-label='Remove: Control of vessel']");
        browser.click("aside button", "Make it a parameter");
        browser.see("[data-thing='control:vessel']");
        api.send("DELETE", "/api/v1/reports/" + id, "");
    }

    @Test
    void mergesChangesOfTwoAuthorsOrAsks() {
        String id = begin("late-crossings");
        browser.see(view("by-port"));
        Map<String, Object> theirs =
                Map.of("object", "view:by-port", "mark", "title", "option", "Theirs", "version", 1);
        assertThat(api.send("PUT", "/api/v1/reports/" + id + "/editor/marks", theirs)
                        .status())
                .isEqualTo(200);
        browser.say(view("by-vessel"), "title", "Beside");
        browser.untilText("main, body", text -> text.contains("both changes are kept"));
        browser.untilText(view("by-port") + " h2", text -> text.startsWith("Theirs"));
        browser.untilText(view("by-vessel") + " h2", text -> text.startsWith("Beside"));
        Map<String, Object> again = Map.of("object", "view:by-port", "mark", "title", "option", "Again", "version", 3);
        assertThat(api.send("PUT", "/api/v1/reports/" + id + "/editor/marks", again)
                        .status())
                .isEqualTo(200);
        browser.say(view("by-port"), "title", "Mine");
        browser.untilText("body", text -> text.contains("was changed by someone else"));
        browser.untilText(view("by-port") + " h2", text -> text.startsWith("Again"));
        browser.click("button", "Keep mine");
        browser.untilText(view("by-port") + " h2", text -> text.startsWith("Mine"));
        api.send("DELETE", "/api/v1/reports/" + id, "");
    }

    @Test
    void viewersKeepThePublishedReport() {
        String id = begin("late-crossings");
        browser.click(".head button", "Publish");
        browser.untilText("[data-test=save-status]", "Published, no changes since"::equals);
        browser.click("[aria-label='Remove: By port']");
        browser.untilText("[data-test=save-status]", text -> text.endsWith("1 change since publishing"));
        browser.click("[data-test=save-status]");
        browser.untilText(".note", text -> text.contains("Gone: “Bars of the number of rows by port"));
        browser.click(".head button", "View as a viewer");
        browser.see("[data-control=port]");
        browser.open("/reports/" + id);
        browser.untilText("main", text -> text.contains("By port"));
        api.send("DELETE", "/api/v1/reports/" + id, "");
    }
}
