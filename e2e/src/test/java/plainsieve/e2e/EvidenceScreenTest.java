package plainsieve.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;
import plainsieve.server.Api;
import plainsieve.server.RunningServer;

class EvidenceScreenTest extends BrowserTest {
    private static final String PASTED = "select c.crossing_id, p.name, c.departed_at, c.delay_min\n"
            + "from crossings c join ports p using (port_id)\n"
            + "where p.name in ('Ardlow', 'Skerrin')\n"
            + "  and c.delay_min >= 15\n"
            + "  and c.departed_at >= '2026-06-01' and c.departed_at < '2026-06-15'\n"
            + "order by c.departed_at, c.crossing_id";

    private final Api api = new Api(RunningServer.get().address());

    private String newQuery(String name, String source, String text) {
        return api.post("/api/v1/queries", Map.of("name", name, "source", source, "text", text))
                .json()
                .get("id")
                .asString();
    }

    private static String where(String parameter) {
        return browser.all("[data-test=where-ran] tr").stream()
                .map(WebElement::getText)
                .filter(text -> text.contains(":" + parameter))
                .findFirst()
                .orElse("");
    }

    @ParameterizedTest
    @CsvSource({
        "ferries, income_from, min_delay, tested on each row of crossings",
        "harbour, from, min_delay, index crossings_"
    })
    void fromPastedTextToEvidence(String source, String from, String least, String proof) {
        String query = newQuery("June crossings on " + source, source, PASTED);
        browser.open("/queries/" + query);
        browser.see("[aria-label='Hard-coded values'] button", "3 hard-coded values");
        browser.click("[aria-label='Hard-coded values'] button", "Make all of them parameters");
        browser.untilText("[data-test=conversion]", text -> text.contains("Before and after: the same"));
        assertThat(browser.text("[data-test=conversion]"))
                .contains(
                        ":" + from + ", and :",
                        "are used in other queries already.",
                        "Reports default to ",
                        "change “with its defaults”");
        assertThat(browser.text("[data-test=conversion]")).contains(":" + from).contains("name still mentions “June”");
        browser.untilText("[data-test=saving]", "All changes saved"::equals);
        assertThat(browser.text(".cm-content")).contains(":" + least).doesNotContain("'Ardlow'");

        browser.click("main button", "Run");
        browser.untilText("[data-test=row-count]", text -> !text.isBlank());
        browser.until(() -> where(from).contains(proof) ? true : null);
        browser.until(() -> browser.all(".cm-where").stream()
                        .anyMatch(note -> note.getText().contains("by index")
                                || note.getText().contains("while scanning"))
                ? true
                : null);
        browser.click("[data-test=where-ran] button", "Show the proof and the plan");
        assertThat(browser.text("[data-test=where-ran]")).contains("2026-06-01");

        browser.click(".top button[title$='(Ctrl Z)']");
        browser.untilText(".cm-content", text -> text.contains("'Ardlow'"));
        assertThat(api.get("/api/v1/parameters/" + from).status()).isEqualTo(200);
    }

    @Test
    void completesTablesColumnsAndParameters() {
        browser.open("/queries/" + newQuery("Completed", "harbour", ""));
        browser.writeQuery("select name from por");
        browser.chord(Keys.CONTROL, " ");
        browser.untilText(".cm-tooltip-autocomplete", text -> text.contains("ports"));
        browser.press(Keys.ESCAPE);
        browser.writeQuery("select name from ports where name = :por");
        browser.chord(Keys.CONTROL, " ");
        browser.untilText(".cm-tooltip-autocomplete", text -> text.contains(":port"));
    }

    @Test
    void offersOneHardCodedValueInPlace() {
        browser.open("/queries/" + newQuery("One value", "harbour", "select name from ports where island = 'Tarn'"));
        browser.see(".cm-fixed", "'Tarn'").click();
        browser.click(".cm-offer button", "Make it a parameter");
        browser.untilText(".cm-content", text -> text.matches("(?s).*:\\w*island.*"));
        browser.untilText("[data-test=conversion]", text -> text.contains("the same 2 rows"));
        browser.click(".top button[title$='(Ctrl Z)']");
        browser.untilText(".cm-content", text -> text.contains("'Tarn'"));
    }

    @ParameterizedTest
    @CsvSource({"ferries", "harbour"})
    void comparesTwoStatements(String source) {
        String query = newQuery("To compare on " + source, source, "select 1 as one");
        api.runDraft(
                query, "select name, port_id * 10 as tens from ports where port_id <= 3 order by port_id", Map.of());
        api.runDraft(
                query, "select name, port_id * 10 as tens from ports where port_id <= 5 order by port_id", Map.of());
        browser.open("/sent?query=" + query);
        browser.until(() -> browser.all("tr.line").size() == 2 ? true : null);
        List<WebElement> boxes = browser.all("tr.line input[type=checkbox]");
        boxes.get(0).click();
        boxes.get(1).click();
        browser.click("main button", "Compare the two");
        browser.untilText("[data-test=compared-rows]", text -> text.contains("5") && text.contains("3"));
        assertThat(browser.text("[aria-label='Two statements compared']"))
                .contains("tens, total")
                .contains("from row 4")
                .contains("no more rows");
    }

    @Test
    void searchesAndOpensSent() {
        String query = newQuery("Found again", "harbour", "select 1 as one");
        api.runDraft(query, "select name as bladderwrack from ports where port_id = 1", Map.of());
        browser.open("/sent");
        browser.type("input[type=search]", "bladderwrack");
        browser.until(() -> browser.all("tr.line").size() == 1 ? true : null);
        browser.click("tr.line button");
        browser.untilText(".detail", text -> text.contains("bladderwrack"));
        browser.untilText("[data-test=where-ran]", text -> text.contains("1 row left the database"));
    }

    @ParameterizedTest
    @ValueSource(strings = {"late-crossings", "late-crossings-at-the-harbour-server"})
    void rehearsesAReport(String report) {
        browser.open("/reports/" + report + "/rehearsal");
        browser.until(() -> browser.see("main .btn-primary").isEnabled() ? true : null);
        browser.click("main .btn-primary");
        browser.untilText("[data-test=failed-runs]", "passed"::equals, Browser.LONG_PATIENCE);
        browser.until(() -> browser.all("tr[data-verdict=passed]").size() > 20 ? true : null);
        assertThat(browser.all("tr[data-verdict=refused]")).isNotEmpty();
    }

    @Test
    void startsAQueryFromATablePreview() {
        browser.open("/sources");
        browser.click("[aria-label=harbour] .tables button", "vessels");
        browser.see("[aria-label=harbour] .first td", "Merganser");
        assertThat(browser.text("[aria-label=harbour] .detail"))
                .contains("vessel_id")
                .contains("Indexes");
        browser.click("[aria-label=harbour] button", "Start a query on it");
        browser.untilText(".cm-content", text -> text.contains("from vessels"));
        assertThat(browser.text("main h1")).isEqualTo("Vessels");
    }

    @Test
    void readerShowsWhereEachChoiceRan() {
        browser.open("/reports/late-crossings");
        browser.click("button", "See what was sent");
        browser.untilText("[aria-label='Sent statements']", text -> text.contains("at the database"));
        assertThat(browser.text("[aria-label='Sent statements']")).contains("left the database");
    }
}
