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

/** Reports created by keyboard alone and on a phone; every control changed in its sentence. */
class KeyboardAuthoringTest extends BrowserTest {
    private static final long LONGER_THAN_THE_EDITOR_WAITS = 2_200;

    private final Api api = new Api(RunningServer.get().address());

    private static String view(String id) {
        return "[data-thing='view:" + id + "']";
    }

    private static void enter(String name) {
        browser.tabTo(name);
        browser.press(Keys.ENTER);
    }

    @ParameterizedTest
    @ValueSource(strings = {"ferries", "harbour"})
    void createsALiveReportByKeyboard(String source) {
        String project = api.post("/api/v1/projects", Map.of("name", "By keys " + source))
                .json()
                .get("id")
                .asString();
        browser.open("/projects/" + project + "/queries");
        browser.see("[aria-label='Name of a new query']");
        browser.tabTo("Name of a new query");
        browser.press("Late ones");
        browser.tabTo("Source");
        browser.press(source);
        browser.tabTo("How it is written");
        browser.press("as plain SQL");
        browser.press(Keys.TAB);
        browser.press(Keys.ENTER);
        browser.see(".cm-content");
        browser.script("document.querySelector('.cm-content').focus()");
        browser.script(
                "document.execCommand('insertText', false, arguments[0])",
                "select p.name as port, c.departed_at, c.delay_min, c.passengers from crossings c"
                        + " join ports p on p.port_id = c.port_id where p.name = 'Ardlow' and c.delay_min >= 15"
                        + " and c.state = 'SAILED'");
        browser.see("[aria-label='Hard-coded values']");
        browser.press(Keys.ESCAPE);
        enter("Make all of them parameters");
        browser.untilText("[data-test=conversion]", text -> text.contains("Before and after"));
        browser.until(
                () -> browser.all("[aria-label='Hard-coded values'] button").isEmpty() ? true : null);
        assertThat(browser.script("return document.activeElement.dataset.test")).isEqualTo("conversion");
        enter("New report from this query");
        browser.untilText(view("figures") + " .figure b", text -> text.matches("[\\d,]+"));
        assertThat(browser.all("[data-thing^='control:']")).hasSize(3);
        browser.script("document.body.focus()");
        enter("Publish");
        browser.untilText("[data-test=save-status]", "Published, no changes since"::equals);
        enter("Open report");
        browser.untilText(".figure b", text -> text.matches("[\\d,]+"));
        browser.untilText(".question-row", text -> text.contains("Ardlow") && text.contains("15"));
    }

    /* Esc closes what is offered while typing; anyone who sees nothing of that goes on with Tab, in their own time. */
    @Test
    void escReleasesTab() throws InterruptedException {
        String text = "select c.crossing_id from crossings c where c.state = 'SAILED'"
                + " and c.delay_min >= 15 order by c.crossing_id";
        String query = api.post(
                        "/api/v1/queries", Map.of("name", "Left by keys", "source", "ferries", "text", "select 1"))
                .json()
                .get("id")
                .asString();
        browser.open("/queries/" + query);
        browser.writeQuery(text);
        browser.see(".cm-tooltip-autocomplete");
        browser.see("[aria-label='Hard-coded values']");
        browser.press(Keys.ESCAPE);
        browser.until(() -> browser.all(".cm-tooltip-autocomplete").isEmpty() ? true : null);
        Thread.sleep(LONGER_THAN_THE_EDITOR_WAITS);
        browser.tabTo("Make all of them parameters");
        assertThat(browser.text(".cm-content")).isEqualTo(text);
    }

    /** Creates a report on the vessel diary, which has nearly every kind of parameter. @return its ID */
    private String begin(String query) {
        String id = api.post("/api/v1/queries/" + query + "/reports", Map.of())
                .json()
                .get("id")
                .asString();
        browser.open("/reports/" + id + "/edit");
        return id;
    }

    @Test
    void changesEveryControlKindByKeyboard() {
        String id = begin("vessel-diary");
        String ship = "[data-thing='control:ship_class']";
        for (String kind : List.of("a dropdown", "a search list", "a slicer")) {
            browser.take(ship, "kind", kind);
            browser.untilSaid(ship, ":ship_class as " + kind);
        }
        browser.take("[data-thing='control:with_cars']", "kind", "a switch");
        browser.untilSaid("[data-thing='control:with_cars']", "as a switch");
        browser.take("[data-thing='control:note']", "kind", "a text");
        browser.untilSaid("[data-thing='control:note']", "as a text");
        browser.say(ship, "label", "Kind of ship");
        browser.untilSaid(ship, "called Kind of ship");
        browser.say(ship, "heading", "Fleet");
        browser.untilText("[data-thing='control:ship_class'] .heading", "Fleet"::equals);
        browser.take(ship, "place", "only in the question line");
        browser.untilSaid(ship, "only in the question line");
        browser.click("button", "View as a viewer");
        browser.see("[data-control=note]");
        assertThat(browser.all("[data-control=ship_class]")).isEmpty();
        browser.click("button", "Edit");
        browser.click("header button", "Undo the change of a sentence");
        browser.untilSaid(ship, "next to the rows under Fleet");
        browser.click(ship + " [data-mark=kind] button");
        browser.untilText(".menu .offers", text -> text.contains("a switch") && text.contains("for yes or no"));
        browser.press(Keys.ESCAPE);
        api.send("DELETE", "/api/v1/reports/" + id, "");
    }

    @Test
    void changesRangesNumbersAndRowLimitsByKeyboard() {
        String id = begin("late-crossings");
        String late = "[data-thing='control:min_delay']";
        for (String kind : List.of("a row limit", "a number")) {
            browser.take(late, "kind", kind);
            browser.untilSaid(late, ":min_delay as " + kind);
        }
        String dates = "[data-thing='control:from']";
        browser.untilSaid(dates, ":from :to as a date range");
        browser.say(dates, "label", "Sailed");
        browser.untilSaid(dates, "called Sailed");
        browser.take(dates, "place", "only in the question line");
        browser.untilSaid(dates, "only in the question line");
        api.send("DELETE", "/api/v1/reports/" + id, "");
        String other = begin("vessel-diary");
        String delay = "[data-thing='control:delay_low']";
        browser.untilSaid(delay, ":delay_low :delay_high as a number range");
        browser.say(delay, "heading", "How late");
        browser.untilText(delay + " .heading", "How late"::equals);
        api.send("DELETE", "/api/v1/reports/" + other, "");
    }

    @Test
    void createsAReportInOneColumnOnAPhone() {
        browser.size(390, 844);
        try {
            String id = begin("vessel-diary");
            browser.see(view("figures"));
            assertThat((Boolean) browser.script("return document.documentElement.scrollWidth <= 390"))
                    .isTrue();
            List<Object> lefts = browser.all("[data-thing^='view:']").stream()
                    .<Object>map(card -> card.getLocation().getX())
                    .distinct()
                    .toList();
            assertThat(lefts).hasSize(1);
            browser.say(view("figures"), "label/0", "Trips");
            browser.untilText(view("figures"), text -> text.contains("Trips"));
            browser.click("header button", "Undo the change of a sentence");
            browser.untilSaid(view("figures"), "as rows");
            api.send("DELETE", "/api/v1/reports/" + id, "");
        } finally {
            browser.size(1280, 800);
        }
    }
}
