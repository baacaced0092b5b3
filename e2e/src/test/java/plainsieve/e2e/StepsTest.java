package plainsieve.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.NoSuchElementException;
import org.openqa.selenium.WebElement;
import plainsieve.server.Api;
import plainsieve.server.RunningServer;

/** A query built of steps, by mouse and by keyboard. */
class StepsTest extends BrowserTest {
    private static final String NEW_STEP = "section[aria-label=Query] .new-step input";
    private final Api api = new Api(RunningServer.get().address());

    private void open(String name, String source, String... steps) {
        String text = "steps 1\n" + String.join("\n", steps);
        String id = api.post("/api/v1/queries", Map.of("name", name, "source", source, "text", text))
                .json()
                .get("id")
                .asString();
        browser.open("/queries/" + id);
        browser.see(step(steps.length));
    }

    private static String step(int number) {
        return "[data-step='" + number + "']";
    }

    /** Types a step and waits until it is saved. */
    private static void type(int number, String words, String kept) {
        browser.click(NEW_STEP);
        browser.press(words, Keys.ENTER);
        browser.untilSaid(step(number), kept);
    }

    private static void act(int number, String words) {
        browser.click(step(number) + " .more");
        browser.until(() -> {
            browser.all(step(number) + " .actions button").stream()
                    .filter(button ->
                            button.findElement(By.cssSelector("span")).getText().equals(words))
                    .findFirst()
                    .orElseThrow(() -> new NoSuchElementException(words))
                    .click();
            return true;
        });
    }

    private static void run(String rows) {
        browser.click("main button", "Run");
        browser.untilText("[data-test=row-count]", rows::equals);
    }

    @Test
    void becomeAReportByMouse() {
        browser.open("/queries");
        browser.see("[aria-label='Name of a new query']").sendKeys("Sailed by harbour");
        browser.click("main form button[type=submit]");
        type(1, "from crossings", "from crossings");
        type(2, "where state = SAILED", "where state = 'SAILED'");
        type(3, "join ports on port_id, adding name as harbour; keep all rows", "name as harbour");
        type(4, "where harbour = Ardlow", "where harbour = 'Ardlow'");
        type(5, "group by harbour: count of rows as sailed", "count of rows as sailed");
        run("1");

        // A parameter is created from the value and tried with it.
        browser.take(step(4), "2", "let viewers choose it");
        browser.untilSaid(step(4), "where harbour = :harbour");
        browser.see("[data-parameter-card=harbour]");
        browser.untilText(".sent .statement", text -> text.contains("p.name = Ardlow"));

        browser.take(step(4), "1", "<> …");
        browser.untilSaid(step(4), "where harbour <> :harbour");
        type(6, "first :rows rows by sailed desc", "first :rows rows by sailed desc");
        run("13");
        assertThat(browser.text(".sent .statement")).contains("p.name <> Ardlow", "order by sailed desc");

        act(4, "Disable");
        run("14");
        assertThat(browser.text(".sent .statement")).doesNotContain("p.name <>");
        browser.click("button", "Undo step 4");
        run("13");

        browser.untilText("[data-test=saving]", "All changes saved"::equals);
        browser.click("main button", "New report from this query");
        browser.until(() -> browser.address().contains("/edit") ? true : null);
        browser.untilText("main", text -> text.contains("sailed"));
    }

    @Test
    void areConvertedFromSqlAndUndone() {
        String sql = "select p.name as harbour, count(*) as n from crossings c join ports p on p.port_id = c.port_id"
                + " where p.name in ('Ardlow', 'Skerrin') group by p.name order by n desc";
        String id = api.post("/api/v1/queries", Map.of("name", "Sailings read", "source", "harbour", "text", sql))
                .json()
                .get("id")
                .asString();
        browser.open("/queries/" + id);
        browser.click("button", "Convert to steps");
        browser.untilText(
                "[data-test=conversion-note]", "Steps now: 2 rows before and after, identical. Close"::equals);
        browser.untilSaid(step(4), "group by name as harbour: count of rows as n");
        browser.click("button", "Convert to SQL");
        browser.untilText(
                "[data-test=conversion-note]", text -> text.startsWith("Plain SQL now: 2 rows before and after"));
        browser.click("button", "Undo converting to SQL");
        browser.click("button", "Undo converting to steps");
        browser.untilText("[aria-label=Query]", text -> text.contains("select p.name as harbour, count(*) as n"));
    }

    @Test
    void suggestAnEarlierPlaceForACondition() {
        open(
                "Late condition",
                "ferries",
                "from crossings",
                "join ports on port_id, adding name as harbour; keep all rows",
                "where delay_min > 60");
        browser.untilText(step(3) + " [data-test=earlier]", text -> text.startsWith("It could run before step 2"));
        browser.click(step(3) + " [data-test=earlier] button");
        browser.untilSaid(step(2), "where delay_min > 60");
        assertThat(browser.all("[data-test=earlier]")).isEmpty();
    }

    @Test
    void areMovedByDragging() {
        open("Dragged", "ferries", "from ports", "sort by name", "where island = 'Tarn'", "columns name");
        browser.drag(step(4), step(2) + " .number");
        browser.untilSaid(step(2), "columns name");
        browser.untilSaid(step(3), "sort by name");
        browser.click("button", "Undo moving step 4");
        browser.untilSaid(step(2), "sort by name");
    }

    @Test
    void countUnfittingValues() {
        open(
                "Codes",
                "ferries",
                "from values (code): ('12'), ('x'), ('7')",
                "add column number = whole number of code or else 0");
        browser.click(step(2) + " .count");
        browser.click(step(2) + " .attention", "1 does not fit");
        browser.untilText("[data-test=row-count]", "1"::equals);
        browser.untilText("section[aria-label=Rows]", text -> text.contains("x"));
    }

    @Test
    void areEditedByKeyboardAlone() {
        open("Steps by keys", "ferries", "from ports");
        browser.tabTo("A new step");
        browser.press("where isl");
        browser.untilText(".completions", text -> text.contains("island"));
        browser.press(Keys.ARROW_DOWN, Keys.TAB);
        browser.press("is T");
        browser.untilText(".completions", text -> text.contains("'Tarn'"));
        browser.press(Keys.ARROW_DOWN, Keys.ENTER, Keys.ENTER);
        browser.untilSaid(step(2), "where island = 'Tarn'");
        browser.press("columns name, island", Keys.ENTER);
        browser.untilSaid(step(3), "columns name, island");
        browser.press("sort by name", Keys.ENTER);
        browser.untilSaid(step(4), "sort by name");

        browser.script("document.querySelector(arguments[0]).focus()", step(4));
        browser.chord(Keys.ALT, Keys.ARROW_UP);
        browser.untilSaid(step(3), "sort by name");
        browser.press(Keys.DELETE);
        browser.untilSaid(step(3), "columns name, island");
        browser.script("document.activeElement.blur()");
        browser.chord(Keys.CONTROL, "z");
        browser.untilSaid(step(3), "sort by name");
        browser.chord(Keys.CONTROL, Keys.ENTER);
        browser.untilText("[data-test=row-count]", "2"::equals);
    }

    @Test
    void showRowsAfterEachStepAndUnmatchedRows() {
        open(
                "Partners",
                "harbour",
                "from crossings",
                "join vessels on vessel_id, adding name as vessel; keep all rows",
                "group by vessel: count of rows as crossings");
        run("19");
        browser.click(step(2) + " .count");
        browser.untilText(step(2) + " .known", text -> text.contains("without a match"));
        int lonely =
                Integer.parseInt(browser.text(step(2) + " .known .attention").replaceAll("\\D", ""));
        browser.click(step(2) + " .known .attention");
        browser.untilText("[data-test=row-count]", Integer.toString(lonely)::equals);
        assertThat(browser.text(".sent .statement")).contains("not exists");
        browser.click(step(2) + " .number");
        browser.untilText(".sent .statement", text -> text.contains("v.name as vessel"));
        assertThat(browser.all("section[aria-label=Rows] th.changed")).hasSize(1);
        browser.click("section[aria-label=Rows] button", "after all of them");
        browser.untilText("[data-test=row-count]", "19"::equals);
    }

    @Test
    void areCreatedFromCellsAndColumnHeads() {
        open("From cells", "islands", "from ports", "columns island, name");
        run("14");
        browser.click("section[aria-label=Rows] td.pickable");
        browser.click(".cell-steps button", "only rows with this value");
        browser.untilSaid(step(3), "where island =");
        browser.take(step(3), "+", "and name …");
        browser.untilSaid(step(3), "and name has a value");
        browser.untilText("[data-test=row-count]", text -> !text.equals("14"));
        browser.click("section[aria-label=Rows] th button");
        browser.click(".cell-steps button", "group by it");
        browser.untilSaid(step(4), "group by island: count of rows as row_count");
        browser.untilText("[data-test=row-count]", "1"::equals);
    }

    @Test
    void convertToSqlAndBack() {
        open("Turned", "ferries", "from ports", "where island = 'Tarn'");
        run("2");
        browser.click("section[aria-label=Query] button", "Convert to SQL");
        browser.untilText("section[aria-label=Query] .cm-content", text -> text.contains("where island = 'Tarn'"));
        browser.untilText("[data-test=row-count]", "2"::equals);
        browser.click("button", "Undo converting to SQL");
        browser.untilSaid(step(2), "where island = 'Tarn'");
    }

    @Test
    void areEditedAsOneText() {
        open("As text", "ferries", "from ports", "sort by name");
        browser.click("button", "Edit as text");
        WebElement text = browser.see("[aria-label='Steps as text']");
        assertThat(text.getDomProperty("value")).isEqualTo("from ports\nsort by name");
        text.sendKeys(Keys.chord(Keys.CONTROL, "a"), "from ports\nwhere iland = 'Tarn'\norder by name desc");
        browser.click("button", "Apply steps");
        browser.untilText("[role=alert]", problems -> problems.startsWith("Line 2: ") && problems.contains("island"));
        text.sendKeys(Keys.chord(Keys.CONTROL, "a"), "from ports\nwhere island = 'Tarn'\norder by name desc");
        browser.click("button", "Apply steps");
        browser.untilSaid(step(2), "where island = 'Tarn'");
        browser.untilSaid(step(3), "sort by name desc");
        browser.click("button", "Undo editing the steps as text");
        browser.untilSaid(step(2), "sort by name");
    }

    @Test
    void arePastedTogether() {
        open("Pasted", "ferries", "from ports");
        browser.click(NEW_STEP);
        browser.script("""
                const data = new DataTransfer()
                data.setData('text/plain', arguments[1])
                document.querySelector(arguments[0]).dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }))
                """, NEW_STEP, "where island = 'Tarn'\nselect name, islnd\nlimit 3");
        browser.untilSaid(step(2), "where island = 'Tarn'");
        browser.untilText(".new-step .note", text -> text.contains("island") && text.contains("the step after it"));
        assertThat(browser.see(NEW_STEP).getDomProperty("value")).isEqualTo("select name, islnd");
        browser.see(NEW_STEP).sendKeys(Keys.chord(Keys.CONTROL, "a"), "select name, island", Keys.ENTER);
        browser.untilSaid(step(3), "columns name, island");
        browser.untilSaid(step(4), "first 3 rows");
    }

    @Test
    void reportErrorsAtTheStep() {
        open("Wrong steps", "ferries", "from ports", "where iland = 'Tarn'", "where name has a value");
        browser.untilText(step(2) + " .note", text -> text.contains("Did you mean “island”?"));
        assertThat(browser.all(step(3) + " .note")).isEmpty();
        browser.click(NEW_STEP);
        browser.press("totally by name", Keys.ENTER);
        browser.untilText(".new-step .note", text -> text.contains("Unknown step."));
        assertThat(browser.see(NEW_STEP).getDomProperty("value")).isEqualTo("totally by name");
    }
}
