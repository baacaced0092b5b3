package plainsieve.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.Keys;
import plainsieve.server.Api;
import plainsieve.server.RunningServer;

/** Every control, by mouse and by keyboard alone. */
class ControlsTest extends BrowserTest {
    private static final String DIARY = "/reports/vessel-diary";
    private static final String SENT = ".panel .statement";

    private final Api api = new Api(RunningServer.get().address());

    @BeforeEach
    void wideAgain() {
        browser.size(1280, 800);
    }

    private static void showRows() {
        browser.click("main button", "Show rows");
        browser.until(() ->
                browser.all("main button").stream().noneMatch(b -> b.getText().equals("Show rows")) ? true : null);
    }

    private static String question(String... words) {
        return browser.untilText(".question-row", text -> {
            String line = text.replaceAll("\\s+", " ");
            return java.util.Arrays.stream(words).allMatch(line::contains);
        });
    }

    @Test
    void operatesEveryControlByMouse() {
        browser.open(DIARY);
        question("March 2026", "fiscal year 2026", "from Ardlow");
        browser.click("[data-control=month] button", "Month: next");
        question("April 2026", "fiscal year 2027");
        browser.click("[data-control=route] .dropdown-face");
        browser.pick("[data-control=route]", "Ardlow to Skerrin");
        question("on the route Ardlow to Skerrin");
        browser.pick("[data-control=ship_class]", "Sound");
        browser.pick("[data-control=ship_class]", "Isle");
        question("of class Sound, Isle");
        browser.click("[data-control=ship] .dropdown-face");
        browser.pick("[data-control=ship]", "Dunlin (Sound)");
        question("by Dunlin (Sound)");
        browser.press(Keys.ESCAPE);
        browser.pick("[data-control=state]", "Sailed");
        browser.click("[data-control=delay_low] .bars i:nth-child(3)");
        question("delayed 9 to 14 min");
        browser.type("[data-control=note] input", "50%");
        browser.click("[data-control=with_cars] label", "yes");
        question("with a note containing 50%", "cars: yes");
        showRows();
        browser.click("footer button", "See what was sent");
        browser.untilText(
                SENT,
                text -> text.contains("c.departed_at >= 2026-04-01 and c.departed_at < 2026-05-01")
                        && text.contains("r.name = Ardlow to Skerrin")
                        && text.contains("v.name in (Dunlin)")
                        && text.contains("v.vessel_class in (Sound, Isle)")
                        && text.contains("c.state in (SAILED)")
                        && text.contains("c.delay_min between 9 and 14")
                        && text.contains("c.master_note like %50\\%%")
                        && text.contains("(v.car_deck > 0) = true"));
    }

    @Test
    void operatesEveryControlByKeyboard() {
        browser.open(DIARY);
        question("March 2026");
        browser.click("h1");
        browser.tabTo("Month: previous");
        browser.tabTo("Month");
        browser.press(Keys.ARROW_UP);
        question("April 2026");
        browser.tabTo("Port:");
        browser.press(Keys.ENTER);
        browser.see("[data-control=quay] input[type=search]");
        browser.until(() -> "INPUT".equals(browser.script("return document.activeElement.tagName")) ? true : null);
        browser.press("tarn");
        browser.press(Keys.ARROW_DOWN, Keys.SPACE);
        question("from Tarn Quay");
        browser.tabTo("Route:");
        browser.press(Keys.ENTER);
        browser.untilText("[data-control=route] [role=listbox]", text -> text.contains("Tarn Quay to Ardlow"));
        browser.until(() -> "listbox".equals(browser.script("return document.activeElement.role")) ? true : null);
        browser.press(Keys.ARROW_DOWN, Keys.ENTER);
        question("on the route Tarn Quay to Brae O'Noth");
        numbersAndWordsByKeyboard();
    }

    private static void numbersAndWordsByKeyboard() {
        browser.tabTo("Class");
        browser.press(Keys.END, Keys.SPACE);
        question("of class Swift");
        browser.tabTo("State");
        browser.press(Keys.SPACE, Keys.ARROW_DOWN, Keys.SPACE);
        question("Sailed, Cancelled");
        browser.tabTo("Delay, from");
        browser.press("5", Keys.ENTER);
        question("delayed at least 5 min");
        browser.tabTo("Delay, to");
        browser.press("30", Keys.TAB);
        question("delayed 5 to 30 min");
        browser.tabTo("Master's note");
        browser.press("fog", Keys.ENTER);
        question("containing fog");
        browser.tabTo("either");
        browser.press(Keys.ARROW_LEFT);
        question("cars: no");
    }

    @Test
    void opensSentenceMarksByKeyboard() {
        browser.open("/reports/late-crossings");
        question("1–31 Mar 2026");
        browser.click("h1");
        browser.tabTo("1–31 Mar 2026");
        browser.press(Keys.ENTER);
        browser.see("[data-mark=from] .menu [data-end=from] input");
        browser.tabTo("Departed, from");
        browser.chord(Keys.CONTROL, "a");
        browser.press("2026-03-15", Keys.ENTER);
        question("15–31 Mar 2026");
        browser.untilText("[data-mark=from] .menu", text -> text.contains("17 days, both days included"));
        browser.press(Keys.ESCAPE);
        browser.tabTo("Rows of the table");
        browser.press(Keys.ARROW_DOWN);
        question("the table shows 5,000 rows");
    }

    @Test
    void offersQuickRangesAndReportsReversedOnes() {
        browser.open("/reports/late-crossings");
        browser.click("[data-control=from] button", "Quick ranges");
        browser.click("[data-control=from] .dropdown-item", "last month");
        browser.until(() ->
                browser.address().matches(".*from=\\d{4}-\\d\\d-01&to=\\d{4}-\\d\\d-(28|29|30|31).*") ? true : null);
        browser.type("[data-control=from] [data-end=to] input:first-child", "2020-01-01");
        browser.untilText(
                "[data-control=from]",
                text -> text.contains("before it begins") && text.contains("The last day is before the first."));
        browser.untilText(".table-view", text -> text.contains("correct the marked filter"));
    }

    @Test
    void removesAndReportsADependentValueThatNoLongerFits() {
        browser.open(DIARY + "?month=2026-03&quay=Ardlow&route=Ardlow+to+Maddow");
        question("on the route Ardlow to Maddow");
        browser.click("[data-control=quay] .dropdown-face");
        browser.pick("[data-control=quay]", "Mill_Pier");
        browser.untilText(
                "main",
                text -> text.contains("Route: “Ardlow to Maddow” does not match the other choices and was removed."));
        assertThat(question("from Mill_Pier")).doesNotContain("route Ardlow");
        browser.until(
                () -> browser.address().contains("route=&") || browser.address().endsWith("route=") ? true : null);
    }

    @Test
    void undoesAndRedoesAChoice() {
        browser.open(DIARY);
        String face = "[data-control=quay] .dropdown-face";
        String before = browser.text(face);
        browser.click(face);
        browser.pick("[data-control=quay]", "Lunna");
        browser.untilText(face, text -> text.contains("Lunna"));
        browser.press(Keys.ESCAPE);
        browser.chord(Keys.CONTROL, "z");
        browser.untilText(face, before::equals);
        browser.chord(Keys.CONTROL, "y");
        browser.untilText(face, text -> text.contains("Lunna"));
    }

    @Test
    void waitsForRunAndMarksOutdatedRows() {
        browser.open(DIARY);
        String before = browser.untilText(".figure b", text -> text.matches("[\\d,]+"));
        browser.click("[data-control=quay] .dropdown-face");
        browser.pick("[data-control=quay]", "Lunna");
        browser.untilText("main", text -> text.contains("The choices have changed since these rows were shown."));
        assertThat(browser.text(".figure b")).isEqualTo(before);
        showRows();
        browser.untilText(".figure b", text -> text.matches("[\\d,]+") && !text.equals(before));
    }

    @Test
    void opensEmptyOrWithARequiredQuestion() {
        String settings = "/api/v1/reports/vessel-diary/settings";
        String question =
                api.get("/api/v1/reports/vessel-diary").json().get("question").asString();
        try {
            change(settings, question, "empty");
            browser.open(DIARY);
            browser.untilText("main", text -> text.contains("Not run yet."));
            browser.click("main button", "Show rows");
            browser.untilText(".figure b", text -> text.matches("[\\d,]+"));

            change(settings, question, "question");
            browser.open(DIARY);
            browser.untilText(
                    "[aria-label='Before rows are shown']", text -> text.contains("What do you want to see?"));
            browser.open(DIARY + "?month=");
            browser.untilText("[aria-label='Before rows are shown']", text -> text.contains("First choose: Month"));
            assertThat(browser.see("[aria-label='Before rows are shown'] .btn-primary")
                            .isEnabled())
                    .isFalse();
            browser.type("[data-ask=month] input", "2026-05");
            browser.until(() -> browser.see("[aria-label='Before rows are shown'] .btn-primary")
                            .isEnabled()
                    ? true
                    : null);
        } finally {
            change(settings, question, "defaults");
        }
    }

    private void change(String path, String question, String start) {
        Map<String, Object> body =
                Map.of("question", question, "start", start, "onDemand", true, "signedParameters", java.util.List.of());
        assertThat(api.send("PUT", path, body).status()).isEqualTo(204);
    }

    @Test
    void editsTheQuestionLineAndUndoes() {
        browser.open("/reports/late-crossings");
        question("Sailed crossings from Ardlow, Skerrin");
        browser.click("header button", "Settings");
        browser.type("[aria-label='Settings of the report'] textarea", "Late from {port}[ on {vessel}] {oops");
        browser.click("button", "Save settings");
        browser.untilText(
                "[aria-label='Settings of the report']",
                text -> text.contains("A bracket in the question line is not closed."));
        browser.type("[aria-label='Settings of the report'] textarea", "Late from {port}[ on {vessel}]");
        browser.click("button", "Save settings");
        assertThat(question("Late from Ardlow, Skerrin"))
                .doesNotContain("Sailed")
                .contains("also:")
                .contains("Vessel");
        browser.click("h1");
        browser.chord(Keys.CONTROL, "z");
        question("Sailed crossings from Ardlow, Skerrin");
    }

    @Test
    void downloadsAllRows() {
        browser.open("/reports/late-crossings?rows=50&port=&from=&to=&min_delay=");
        String all = browser.untilText("[data-test=row-count-text]", text -> text.startsWith("50 of "))
                .replaceAll(".* of ([\\d,]+) .*", "$1");
        browser.click(".table-view button", "Download every row");
        browser.click("[aria-label=Download] label", "JSON");
        browser.click("[aria-label=Download] button", "Download");
        browser.untilText("[data-test=download]", text -> text.equals("Done: " + all + " rows."));
    }

    @Test
    void savesAndReopensASelection() {
        browser.open("/reports/late-crossings?port=Lunna");
        question("from Lunna");
        browser.click("header button", "Saved");
        browser.type("[aria-label='Name for these choices']", "My own port");
        browser.see("header .selection button", "My own port");
        browser.open("/reports/late-crossings");
        question("Ardlow, Skerrin");
        browser.click("header button", "Saved");
        browser.click("header .selection button", "My own port");
        question("from Lunna");
        browser.click("header button", "Delete My own port");
        browser.until(() -> browser.all("header .selection").isEmpty() ? true : null);
    }

    @Test
    void signedLinkFixesAChoice() {
        String token = api.post(
                        "/api/v1/reports/late-crossings/signed-links",
                        Map.of("choices", Map.of("port", Api.values("Tarn Quay")), "lastDay", ""))
                .json()
                .get("token")
                .asString();
        browser.open("/reports/late-crossings?signed=" + token);
        question("from Tarn Quay");
        browser.untilText("[data-control=port]", text -> text.contains("fixed by this link"));
        assertThat(browser.all("[data-mark=port]")).isEmpty();
        browser.type("[data-control=min_delay] input", "20");
        question("from Tarn Quay", "20 min");
        assertThat(browser.address()).contains("signed=");
        browser.open("/reports/late-crossings?port=Ardlow&signed=" + token);
        browser.untilText("main", text -> text.contains("The link fixes :port."));
        browser.open("/reports/late-crossings?signed=" + token.replace('a', 'b'));
        browser.untilText("body", text -> text.contains("it was changed or cut off"));
    }

    @Test
    void worksOnAPhone() {
        browser.size(390, 844);
        browser.open("/reports/late-crossings");
        browser.untilText(".figure b", text -> text.matches("[\\d,]+"));
        assertThat((Boolean) browser.script("return document.documentElement.scrollWidth <= 390"))
                .isTrue();
        browser.click("[data-mark=port] .mark");
        browser.see("[data-mark=port] .dropdown-menu.show");
        assertThat(
                        (Boolean)
                                browser.script(
                                        "const r = document.querySelector('[data-mark=port] .dropdown-menu').getBoundingClientRect(); return r.left >= 0 && r.right <= 390"))
                .isTrue();
        browser.pick("[data-mark=port]", "Skerrin");
        question("from Ardlow");
    }
}
