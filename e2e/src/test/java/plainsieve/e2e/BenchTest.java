package plainsieve.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.concurrent.atomic.AtomicReference;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;
import plainsieve.server.Api;
import plainsieve.server.RunningServer;

class BenchTest extends BrowserTest {
    private static final Duration CLICKED_AGAIN_AFTER = Duration.ofSeconds(3);

    private final Api api = new Api(RunningServer.get().address());

    private String newQuery(String name, String source, String text) {
        return api.post("/api/v1/queries", Map.of("name", name, "source", source, "text", text))
                .json()
                .get("id")
                .asString();
    }

    private static String card(String parameter) {
        return "[data-parameter-card=" + parameter + "]";
    }

    /** Creates the parameter that the text mentions; repeats a click that hits the note while it is redrawn. */
    private static void make(String parameter) {
        AtomicReference<Instant> clicked = new AtomicReference<>(Instant.EPOCH);
        browser.until(() -> {
            boolean again = clicked.get().plus(CLICKED_AGAIN_AFTER).isBefore(Instant.now());
            if (browser.all(card(parameter)).isEmpty() && again) {
                browser.all(".note button").stream()
                        .filter(button -> button.getText().strip().equals("Make it"))
                        .findFirst()
                        .ifPresent(button -> {
                            button.click();
                            clicked.set(Instant.now());
                        });
            }
            return browser.all(card(parameter)).isEmpty() ? null : true;
        });
    }

    private static void run() {
        browser.click("main button", "Run");
    }

    @ParameterizedTest
    @CsvSource({"ferries, island_a", "harbour, island_b", "islands, island_c"})
    void createsAParameterFromTheTextAndRunsIt(String source, String parameter) {
        browser.open("/queries/" + newQuery("Ports of an island on " + source, source, ""));
        browser.writeQuery("select name from ports where island = :" + parameter + " order by name");
        make(parameter);
        run();
        browser.untilText("[data-test=row-count]", "14"::equals);
        assertThat(browser.text(".sent .statement")).doesNotContain("where");
        browser.untilText(".cm-where", text -> text.contains("omitted: blank"));
        browser.type(card(parameter) + " input", "Tarn");
        browser.untilText("[data-test=row-count]", "2"::equals);
        assertThat(browser.text(".sent .statement")).contains("where island = Tarn");
        browser.untilText("[data-test=saving]", "All changes saved"::equals);

        browser.click("[aria-label='more of :" + parameter + "']");
        browser.take(card(parameter), "takes", "many values");
        browser.untilSaid(card(parameter), "takes many values");
        browser.typeLines(card(parameter) + " textarea", "Tarn", "Vessay");
        browser.untilText("[data-test=row-count]", "4"::equals);
        assertThat(browser.text(".sent .statement")).contains("island in (Tarn, Vessay)");
    }

    @Test
    void runsAQueryWhenItIsOpenedUnlessDisabled() {
        String id = newQuery("Opened", "ferries", "select name from ports where island = 'Tarn'");
        browser.open("/queries/" + id);
        browser.untilText("[data-test=row-count]", "2"::equals);
        browser.click("[aria-label=Rows] input[type=checkbox]");
        try {
            browser.reload();
            browser.untilText("[aria-label=Rows]", text -> text.contains("Not run yet."));
            assertThat(browser.all("[data-test=row-count]")).isEmpty();
        } finally {
            browser.click("[aria-label=Rows] input[type=checkbox]");
        }
    }

    @Test
    void returnsARejectedParameterWithItsReason() {
        browser.open("/queries/" + newQuery("Rejected", "ferries", "select 1"));
        WebElement field = browser.see("[aria-label='Name of a new parameter']");
        field.sendKeys("tide is a kind of moon", Keys.ENTER);
        browser.untilText("[aria-label=Choices] .note.bad", text -> !text.isBlank());
        browser.until(() -> "tide is a kind of moon".equals(field.getDomProperty("value")) ? true : null);
    }

    @Test
    void formatsAndUndoesInTheEditor() {
        browser.open("/queries/" + newQuery("Unformatted", "ferries", "select 1"));
        browser.writeQuery("select name from ports where island = :islet or name is null");
        browser.click("[aria-label=Query] button", "Format");
        browser.untilText(".cm-content", text -> text.lines()
                .anyMatch(line -> line.strip().equals("where")));
        browser.chord(Keys.CONTROL, "z");
        browser.untilText(".cm-content", text -> text.contains("ports where island = :islet or name"));
    }

    @Test
    void typedListRestrictsTheControl() {
        String id = newQuery("Ports by list", "ferries", "select name from ports where island = :listed_island");
        browser.open("/queries/" + id);
        make("listed_island");
        browser.click("[aria-label='more of :listed_island']");
        browser.take(card("listed_island"), "list", "typed values");
        browser.click(card("listed_island") + " [data-mark=values]");
        browser.press("Tarn = Tarn island", Keys.ENTER, "Vessay");
        browser.chord(Keys.CONTROL, Keys.ENTER);
        browser.untilSaid(card("listed_island"), "typed values: Tarn = Tarn island, Vessay");
        browser.click(card("listed_island") + " .dropdown-face");
        browser.pick(card("listed_island"), "Tarn island");
        run();
        browser.untilText("[data-test=row-count]", "2"::equals);
    }

    @Test
    void removesAnUnusedParameter() {
        String id = newQuery("To be emptied", "ferries", "select name from ports where island = :passing");
        browser.open("/queries/" + id);
        make("passing");
        browser.click("[aria-label='more of :passing']");
        browser.click(card("passing") + " button", "Remove :passing");
        browser.untilText(card("passing"), text -> text.contains("Without it, query “To be emptied” would not run."));
        api.send("PATCH", "/api/v1/queries/" + id, Map.of("text", "select 1", "version", 1));
        api.post("/api/v1/queries/" + id + "/publish", Map.of("version", 2));
        browser.reload();
        browser.click("[aria-label=Choices] button", ":passing");
        browser.click("[aria-label='more of :passing']");
        browser.click(card("passing") + " button", "Remove :passing");
        browser.until(() -> browser.all(card("passing")).isEmpty() ? true : null);
    }

    @Test
    void renamesAParameterInTheText() {
        String id = newQuery("To be renamed", "ferries", "select name from ports where island = :old_name");
        browser.open("/queries/" + id);
        make("old_name");
        browser.say(card("old_name"), "name", "new_name");
        browser.untilText(
                "[aria-label=Rename]",
                text -> text.contains("island = :old_name") && text.contains("island = :new_name"));
        browser.click("[aria-label=Rename] button", "Rename everywhere");
        browser.untilText(".cm-content", text -> text.contains("island = :new_name"));
        browser.see(card("new_name"));
    }

    @Test
    void editsSurviveAReload() {
        String id = newQuery("Surviving", "ferries", "select 1");
        browser.open("/queries/" + id);
        browser.writeQuery("select name from vessels where retired_on is null");
        browser.reload();
        browser.untilText(".cm-content", text -> text.contains("retired_on is null"));
        browser.chord(Keys.CONTROL, Keys.ENTER);
        browser.untilText("[data-test=row-count]", "15"::equals);
        browser.untilText("[data-test=saving]", "All changes saved"::equals);
        assertThat(api.get("/api/v1/queries/" + id).json().get("text").asString())
                .contains("retired_on is null");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            delete from ports              | “delete” writes.
            select 1; drop table ports     | A second statement begins here
            select 'open                   | Unclosed string.
            select ':port' from ports      | Inside quotes this is text, not a parameter.
            """)
    void reportsASyntaxErrorAtItsLine(String text, String message) {
        browser.open("/queries/" + newQuery("Broken", "ferries", "select 1"));
        browser.writeQuery(text);
        browser.untilText("[aria-label=Query] .note", note -> note.contains("Line 1") && note.contains(message));
    }

    @Test
    void hoveringAChoiceHighlightsItsClauses() {
        browser.open("/queries/late-crossings");
        browser.see(".cm-parameter");
        run();
        browser.untilText("[data-test=row-count]", text -> !text.isBlank());
        browser.hover(card("port"));
        assertThat(browser.see(".cm-highlighted").getText()).isEqualTo(":port");
        assertThat(browser.all(".statement .highlighted")).hasSize(2);
    }

    @Test
    void reportsAConflictWithoutOverwriting() {
        String id = newQuery("Two authors", "ferries", "select 1");
        browser.open("/queries/" + id);
        browser.see(".cm-content");
        api.send("PATCH", "/api/v1/queries/" + id, Map.of("text", "select 'theirs'", "version", 1));
        browser.writeQuery("select 'mine'");
        browser.untilText(".note", text -> text.contains("was changed by someone else"));
        assertThat(api.get("/api/v1/queries/" + id).json().get("text").asString())
                .isEqualTo("select 'theirs'");
        browser.click(".note button", "Keep mine");
        browser.untilText("[data-test=saving]", "All changes saved"::equals);
        assertThat(api.get("/api/v1/queries/" + id).json().get("text").asString())
                .isEqualTo("select 'mine'");
    }

    @Test
    void sentListsTheLatestStatements() {
        api.runView("late-crossings", "crossings", Map.of("port", Api.values("Lunna")));
        browser.open("/sent");
        browser.untilText("tr.line", text -> text.contains("crossings") && text.contains("port: Lunna"));
        browser.click("tr.line");
        assertThat(browser.text(".detail .statement")).contains("p.name in (Lunna)");
    }

    @Test
    void namesAnUnreachableDatabase() {
        browser.open("/sources");
        browser.click("button", "+ Source");
        browser.see("form input[placeholder=harbour]").sendKeys("sunken");
        browser.see("form label:nth-of-type(4) input").sendKeys(Keys.chord(Keys.CONTROL, "a"), "9");
        browser.see("form label:nth-of-type(5) input").sendKeys("deep");
        browser.see("form label:nth-of-type(6) input").sendKeys("diver");
        browser.click("form button", "Add source");
        browser.click("form .note.bad button", "Add anyway");
        browser.see("[aria-label=sunken]");
        browser.untilText(".note.bad", text -> text.contains("“sunken” at localhost:9/deep cannot be reached"));
        browser.open("/queries/" + newQuery("From the deep", "sunken", "select 1"));
        browser.see(".cm-content");
        run();
        browser.untilText(
                "[aria-label=Rows]", text -> text.contains("cannot be reached") && text.contains("Start the database"));
    }

    @Test
    void sourcesShowWhetherTheyRespond() {
        browser.open("/sources");
        browser.untilText(
                "main",
                text -> text.contains("DuckDB") && text.contains("PostgreSQL 14") && text.contains("crossings"));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            ferries | c.departed_at < :to + interval '1 day'
            harbour | c.departed_at < :to + interval '1 day'
            islands | c.departed_at < :to + interval 1 day
            """)
    void showsANoticeAndAppliesItsFixWithOneClick(String source, String rewritten) {
        String text = "select count(*) as n from crossings c where c.departed_at <= :to";
        browser.open("/queries/" + newQuery("Last day on " + source, source, text));
        browser.untilText("[data-notice=date-compared-with-timestamp]", told -> told.contains("holds times"));
        browser.see(".cm-notice");
        browser.click("[data-notice=date-compared-with-timestamp] .fix");
        browser.untilText(".cm-content", now -> now.contains("where " + rewritten));
        browser.untilText("[data-test=saving]", "All changes saved"::equals);
        assertThat(browser.all("[data-notice]")).isEmpty();
        run();
        browser.untilText("[data-test=row-count]", "1"::equals);
    }
}
