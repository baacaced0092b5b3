package plainsieve.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.openqa.selenium.Keys;

/** Search for objects by keyboard, the keys of a screen, and the list of reports. */
class SearchTest extends BrowserTest {
    private static void find(String words) {
        browser.chord(Keys.CONTROL, "k");
        browser.see("dialog.find input").sendKeys(words);
    }

    @Test
    void findsAndOpensByName() {
        browser.open("/reports");
        browser.untilText("main", text -> text.contains("Vessel diary"));
        find("fare inc");
        browser.untilText("dialog.find li.active", text -> text.contains("report") && text.contains("Fare income"));
        browser.press(Keys.ENTER);
        browser.untilText("header h1", "Fare income"::equals);
        find(":ship_class");
        browser.untilText("dialog.find li.active", text -> text.startsWith("parameter"));
        browser.press(Keys.ENTER);
        browser.untilText("[data-parameter=ship_class] .more", text -> text.contains("heading: Vessel"));
        find("vessels");
        browser.untilText("dialog.find", text -> text.contains("table"));
        browser.click("dialog.find li", "table\nvessels\nferries");
        browser.untilText("main", text -> text.contains("vessel_class"));
    }

    @Test
    void reportsNoMatchesAndClosesWithEsc() {
        browser.open("/sent");
        browser.untilText("main", text -> !text.isBlank());
        find("zzzz nothing");
        browser.untilText("dialog.find", text -> text.contains("No matches"));
        browser.press(Keys.ESCAPE);
        browser.until(() -> browser.all("dialog.find").isEmpty() ? true : null);
    }

    @Test
    void questionMarkShowsKeysExceptWhileTyping() {
        browser.open("/reports");
        browser.untilText("main", text -> text.contains("Vessel diary"));
        browser.press("?");
        browser.untilText("dialog.keys", text -> text.contains("search") && text.contains("find anything"));
        browser.press(Keys.ESCAPE);
        browser.until(() -> browser.all("dialog.keys").isEmpty() ? true : null);
        browser.press("/");
        browser.press("why?");
        browser.untilText("main", text -> text.contains("No reports match “why?”"));
        assertThat(browser.all("dialog.keys")).isEmpty();
    }

    @Test
    void searchesMarksAndCreatesReports() {
        browser.open("/reports");
        browser.untilText("main", text -> text.contains("Vessel diary"));
        browser.click("[aria-label='Add Vessel diary to favorites']");
        browser.untilText("section", text -> text.startsWith("Favorite"));
        browser.open("/reports");
        browser.untilText("section", text -> text.startsWith("Favorite"));
        browser.click("[aria-label='Add Vessel diary to favorites']");
        browser.untilText("section", text -> !text.startsWith("Favorite"));
        browser.see("main input[type=search]").sendKeys("by weather");
        browser.until(() -> browser.all("a.report").size() == 1 ? true : null);
        browser.click("main button", "New report");
        browser.see("select#of").sendKeys("Vessel names");
        browser.click("main button", "Make it");
        browser.untilText("[data-test=save-status]", text -> text.contains("not published yet"));
        browser.untilText(".head h1", text -> text.startsWith("Vessel names"));
        browser.open("/reports");
        browser.click("[aria-label='Remove Vessel names']");
        browser.click(".note button", "Remove “Vessel names”");
        browser.until(() -> browser.text("main").contains("not published yet") ? null : true);
    }

    @Test
    void clickOpensAnotherReportWithSharedChoices() {
        browser.open("/reports/fare-income?income_from=2026-02-01&income_to=2026-02-28");
        browser.untilText("main", text -> text.contains("A click opens Cancelled by weather"));
        browser.focusAndPress(".picks button", "Only Tarn");
        browser.untilText("header h1", "Cancelled by weather"::equals);
        browser.untilText(".question-row", text -> text.contains("Tarn") && text.contains("28 Feb 2026"));
        assertThat(browser.address()).contains("island=Tarn").contains("income_from=2026-02-01");
    }

    @Test
    void picksArePartOfTheLinkAndClearedWithEsc() {
        browser.open("/reports/cancelled-by-weather?only.by-class=Isle");
        browser.untilText("[aria-label=Picked]", text -> text.contains("Each class of vessel: only Isle"));
        browser.untilText(".figure b", text -> text.matches("[\\d,]+"));
        browser.focusAndPress(".picks button", "Only 3 to below 3.5");
        browser.until(() -> browser.address().contains("only.by-state%3A")
                        || browser.address().contains("only.by-state:")
                ? true
                : null);
        browser.untilText("[aria-label=Picked]", text -> text.contains("3 to below 3.5"));
        browser.press(Keys.ESCAPE);
        browser.untilText("[aria-label=Picked]", text -> !text.contains("3 to below 3.5") && text.contains("Isle"));
        browser.press(Keys.ESCAPE);
        browser.until(() -> browser.all("[aria-label=Picked]").isEmpty() ? true : null);
        browser.until(() -> browser.address().contains("only.") ? null : true);
    }
}
