package plainsieve.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.deque.html.axecore.args.AxeRunOptions;
import com.deque.html.axecore.results.Results;
import com.deque.html.axecore.selenium.AxeBuilder;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.openqa.selenium.Keys;

/** No screen has a serious WCAG 2.2 AA violation according to a checker from the registry. */
class AccessibilityTest extends BrowserTest {
    /** Passing elements are not reported, which would double the duration. */
    private static AxeRunOptions violationsAlone() {
        AxeRunOptions options = new AxeRunOptions();
        options.setResultTypes(List.of("violations"));
        return options;
    }

    private static List<String> seriousViolations() {
        return seriousViolations("body");
    }

    /** Violations within an element; a part of the page covered by an opened one is excluded. */
    @SuppressWarnings("deprecation")
    private static List<String> seriousViolations(String within) {
        // Without frames, no separate window is needed, which a slow machine may not open in time.
        Results results = new AxeBuilder()
                .setLegacyMode()
                .withOptions(violationsAlone())
                .include(within)
                .withTags(List.of("wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"))
                .analyze(browser.driver());
        return results.getViolations().stream()
                .filter(rule -> List.of("serious", "critical").contains(rule.getImpact()))
                .map(rule -> rule.getId() + ": " + rule.getHelp() + " "
                        + rule.getNodes().stream()
                                .limit(3)
                                .map(node -> node.getHtml() + " " + node.getTarget())
                                .toList())
                .toList();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            /reports                             | .report
            /reports/late-crossings              | tbody td
            /reports/vessel-diary                | tbody td
            /reports/late-crossings?port=Nowhere | .bad-line
            /reports/fare-income                 | .scroller .opener
            /reports/cancelled-by-weather        | .rows tbody td
            /reports/late-crossings/edit       | .proposal
            /queries                             | .list td
            /queries/vessel-diary                | .cm-parameter
            /parameters                          | [data-parameter=port]
            /sources                             | .card-box
            /sent                                | tr.line
            /live                                | .versions li
            /reports/late-crossings/rehearsal    | .rehearsal .btn
            """)
    void screensHaveNoSeriousViolation(String path, String shown) {
        browser.open(path);
        browser.see(shown);
        assertThat(seriousViolations()).isEmpty();
    }

    /** Contrast is measured after fading in. */
    private static void untilOpaque(String selector) {
        browser.until(() -> "1".equals(browser.see(selector).getCssValue("opacity")) ? true : null);
    }

    @Test
    void panelsOfSourcesSentAndBenchHaveNone() {
        browser.open("/sources");
        browser.click("[aria-label=harbour] .tables button", "ports");
        browser.see("[aria-label=harbour] .first td");
        assertThat(seriousViolations()).isEmpty();
        browser.open("/queries/late-crossings");
        browser.click("main button", "Run");
        browser.see("[data-test=where-ran] td");
        browser.click("[aria-label='Hard-coded values'] button[aria-expanded]");
        assertThat(seriousViolations()).isEmpty();
        browser.open("/sent");
        browser.click("tr.line button");
        browser.see(".detail .statement");
        assertThat(seriousViolations()).isEmpty();
    }

    @Test
    void openedControlsAndPanelsHaveNone() {
        browser.open("/reports/vessel-diary");
        browser.see("tbody td");
        browser.click("[data-control=ship] .dropdown-face");
        browser.see("[data-control=ship] [role=option]");
        untilOpaque("[data-control=ship] .dropdown-menu.show");
        assertThat(seriousViolations("[data-control=ship]")).as("dropdown").isEmpty();
        browser.press(Keys.ESCAPE);
        browser.click("[data-mark=month] .mark");
        untilOpaque("[data-mark=month] .dropdown-menu.show");
        assertThat(seriousViolations(".question-row")).as("mark").isEmpty();
        browser.press(Keys.ESCAPE);
        browser.click("header button", "Download");
        browser.see("[aria-label=Download]");
        assertThat(seriousViolations()).as("download").isEmpty();
        browser.click("header button", "Settings");
        browser.see("[aria-label='Settings of the report']");
        assertThat(seriousViolations()).as("settings").isEmpty();
    }

    @Test
    void panelsOpenedByKeyboardHaveNone() {
        browser.open("/reports");
        browser.see(".report");
        browser.chord(Keys.CONTROL, "k");
        browser.see("dialog.find li");
        assertThat(seriousViolations("dialog.find")).isEmpty();
        browser.press(Keys.ESCAPE);
        browser.until(() -> browser.all("dialog.find").isEmpty() ? true : null);
        browser.press("?");
        browser.see("dialog.keys dd");
        assertThat(seriousViolations("dialog.keys")).isEmpty();
    }

    @Test
    void sentenceOptionsHaveNone() {
        browser.open("/reports/late-crossings/edit");
        browser.click("[data-thing='view:by-port'] [data-mark=by] button");
        browser.see(".menu .offer");
        untilOpaque(".menu .offer");
        assertThat(seriousViolations(".menu")).isEmpty();
    }

    @Test
    void openedParameterHasNone() {
        browser.open("/parameters?open=state");
        browser.see("[data-parameter=state] [data-mark=compared]");
        assertThat(seriousViolations()).isEmpty();
    }
}
