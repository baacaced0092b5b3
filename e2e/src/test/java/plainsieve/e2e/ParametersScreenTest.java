package plainsieve.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.Keys;
import plainsieve.server.Api;
import plainsieve.server.RunningServer;
import tools.jackson.databind.JsonNode;

/** Parameters of the project as sentences: created, edited, tried, undone, renamed, and edited by two authors at once. */
class ParametersScreenTest extends BrowserTest {
    private final Api api = new Api(RunningServer.get().address());

    @AfterEach
    void takeAway() {
        api.send("DELETE", "/api/v1/parameters/tried_out", "");
        api.send("DELETE", "/api/v1/parameters/tried_again", "");
    }

    private void make(Map<String, Object> more) {
        Map<String, Object> body = new HashMap<>(Map.of("name", "tried_out", "label", "Tried out"));
        body.putAll(more);
        assertThat(api.post("/api/v1/parameters", body).status()).isEqualTo(201);
    }

    private JsonNode kept() {
        return api.get("/api/v1/parameters/tried_out").json();
    }

    private static String row(String name) {
        return "[data-parameter=" + name + "]";
    }

    /** Scrolls there, since sentences are rendered when they become visible. */
    private static void openAt(String name) {
        browser.open("/parameters");
        browser.see(row(name));
        browser.script("document.querySelector(arguments[0]).scrollIntoView({block: 'center'})", row(name));
    }

    private static void more(String name) {
        browser.click("[aria-label='more of :" + name + "']");
    }

    private static List<String> names() {
        return browser.all("[data-parameter]").stream()
                .map(row -> row.getDomAttribute("data-parameter"))
                .toList();
    }

    /** The number of queries and reports that use each parameter. */
    private static List<Integer> uses() {
        return browser.all("[data-parameter] .uses [aria-expanded]").stream()
                .map(uses -> Pattern.compile("\\d+")
                        .matcher(uses.getText())
                        .results()
                        .mapToInt(number -> Integer.parseInt(number.group()))
                        .sum())
                .toList();
    }

    private static List<Integer> descending(List<Integer> numbers) {
        return numbers.stream().sorted(Comparator.reverseOrder()).toList();
    }

    @Test
    void searchesAndSorts() {
        browser.open("/parameters");
        browser.see(row("port"));
        browser.see("[aria-label='Search parameters']").sendKeys("vessel_class");
        browser.until(() -> names().equals(List.of("ship_class")) ? true : null);
        browser.untilSaid(row("ship_class"), "from vessels.vessel_class with counts");
        assertThat(browser.text(row("ship_class"))).contains("3 queries, 2 reports");
        browser.type("[aria-label='Search parameters']", "range up to");
        browser.until(() -> names().contains("from") && !names().contains("vessel") ? true : null);
        browser.untilSaid(row("from"), "the end of the range of :from");
        browser.type("[aria-label='Search parameters']", " ");
        browser.click("[aria-label=Order] option[value=name]");
        browser.until(() -> names().get(0).compareTo(names().get(1)) < 0 ? true : null);
        assertThat(names()).isSorted();
        browser.click("[aria-label=Order] option[value=uses]");
        browser.until(() -> uses().equals(descending(uses())) ? true : null);
        assertThat(uses().get(0)).isGreaterThan(uses().get(uses().size() - 1));
    }

    @Test
    void movesWithinAHeadingByKeyboard() {
        browser.open("/parameters");
        browser.see(row("port"));
        List<String> before = names();
        browser.script("document.querySelector('" + row("quay") + "').focus()");
        browser.chord(Keys.ALT, Keys.ARROW_UP);
        browser.until(() -> names().indexOf("quay") == 0 ? true : null);
        browser.click("header button", "Undo the order");
        browser.until(() -> names().equals(before) ? true : null);
    }

    @Test
    void createsFromATypedSentence() {
        browser.open("/parameters");
        String field = "[aria-label='A new parameter, by its name or in a sentence']";
        browser.type(field, "tried_out is text, many values from vessels.vessel_klass");
        browser.untilText("main", text -> text.contains("Did you mean vessels.vessel_class?"));
        browser.type(
                field, "tried_out is text, many values from vessels.vessel_class with counts, default: Isle, Sound");
        browser.untilSaid(
                row("tried_out"),
                "takes many values from vessels.vessel_class with counts; when blank: no filter, shown as any tried out;"
                        + " default: Isle, Sound");
        assertThat(kept().get("list").get("counts").asBoolean()).isTrue();
        browser.click("header button", "Undo making :tried_out");
        browser.until(() -> browser.all(row("tried_out")).isEmpty() ? true : null);
    }

    @Test
    void editsInPlaceWithUndoAndRedo() {
        make(Map.of());
        openAt("tried_out");
        browser.say(row("tried_out"), "hint", "first hint");
        browser.untilText("header", text -> text.contains("Undo hint of :tried_out"));
        browser.take(row("tried_out"), "type", "a date");
        browser.untilSaid(row("tried_out"), "is a date");
        more("tried_out");
        browser.take(row("tried_out"), "covers", "its whole month");
        browser.untilSaid(row("tried_out"), "a value means its whole month");
        browser.click("h1");
        browser.chord(Keys.CONTROL, "z");
        browser.untilSaid(row("tried_out"), "a value means itself");
        browser.chord(Keys.CONTROL, "z");
        browser.untilSaid(row("tried_out"), "is text");
        browser.click("header button", "Redo type of :tried_out");
        browser.untilSaid(row("tried_out"), "is a date");
        assertThat(kept().get("type").asString()).isEqualTo("date");
        assertThat(kept().get("hint").asString()).isEqualTo("first hint");
    }

    @Test
    void triesBesideTheSentence() {
        make(Map.of("type", "integer"));
        browser.open("/parameters?open=tried_out");
        browser.type(row("tried_out") + " .trial input", "15");
        browser.until(() -> kept().get("trial").get("values").toString().equals("[\"15\"]") ? true : null);
        browser.take(row("tried_out"), "start", "15");
        browser.untilSaid(row("tried_out"), "default: 15");
    }

    @Test
    void announcesLossesBeforeSwitching() {
        make(Map.of("multiple", true, "default", Map.of("kind", "choice", "choice", Api.values("7", "x"))));
        openAt("tried_out");
        browser.take(row("tried_out"), "type", "a whole number");
        browser.untilText(".lost", text -> text.contains("The default “x” cannot be read as whole number."));
        browser.untilSaid(row("tried_out"), "is a whole number, takes many values");
        assertThat(kept().get("default").get("choice").get("values").toString()).isEqualTo("[\"7\"]");
    }

    @Test
    void mergesChangesToDifferentProperties() {
        make(Map.of());
        openAt("tried_out");
        browser.see(row("tried_out") + " [data-mark=hint]");
        change("unit", "theirs");
        browser.say(row("tried_out"), "hint", "mine");
        browser.untilText(
                "main", text -> text.contains("Someone else changed unit at the same time; both changes are kept."));
        assertThat(kept().get("unit").asString()).isEqualTo("theirs");
        assertThat(kept().get("hint").asString()).isEqualTo("mine");
    }

    @Test
    void asksAboutConflictingChanges() {
        make(Map.of());
        openAt("tried_out");
        browser.see(row("tried_out") + " [data-mark=hint]");
        change("hint", "theirs");
        browser.say(row("tried_out"), "hint", "mine");
        browser.untilText(
                "[data-test=conflict]",
                text -> text.contains("changed hint of :tried_out at the same time. Nothing was overwritten."));
        assertThat(kept().get("hint").asString()).isEqualTo("theirs");
        browser.click("[data-test=conflict] button", "Keep mine");
        browser.until(() -> kept().get("hint").asString().equals("mine") ? true : null);
    }

    /** A change by another author based on the version they saw. */
    private void change(String field, String value) {
        Map<String, Object> body = new HashMap<>();
        body.put("name", "tried_out");
        body.put("label", "Tried out");
        body.put("version", kept().get("version").asInt());
        body.put(field, value);
        assertThat(api.send("PUT", "/api/v1/parameters/tried_out", body).status())
                .isEqualTo(200);
    }

    @Test
    void previewsARenameAndUndoesIt() {
        make(Map.of());
        openAt("tried_out");
        browser.say(row("tried_out"), "name", "tried_again");
        browser.untilText(
                "[aria-label=Rename]",
                text -> text.contains("Nothing else refers to it. Links with the old name still work."));
        browser.click("[aria-label=Rename] button", "Rename everywhere");
        browser.see(row("tried_again"));
        browser.click("header button", "Undo the name :tried_again");
        browser.see(row("tried_out"));
    }

    @Test
    void removalNamesBrokenUses() {
        browser.open("/parameters?open=ship");
        browser.click("main button", "Remove :ship");
        browser.untilText(
                "main",
                text -> text.contains("Without it, query “Vessel diary”, report “Vessel diary” would not run."));
    }

    @Test
    void suggestsAListFromTheComparedColumn() {
        make(Map.of("multiple", true));
        String text = "select name from vessels where vessel_class in (:tried_out)";
        String id = api.post("/api/v1/queries", Map.of("name", "Classed", "source", "harbour", "text", text))
                .json()
                .get("id")
                .asString();
        openAt("tried_out");
        browser.click(row("tried_out") + " [data-mark=list] button");
        browser.untilText(
                ".menu .offers li:nth-child(3)",
                now -> now.contains("vessels.vessel_class")
                        && now.contains("the columns that queries compare it with"));
        browser.press("vessel_cl", Keys.ARROW_DOWN, Keys.ENTER);
        browser.untilSaid(row("tried_out"), "many values from vessels.vessel_class");
        assertThat(api.listValues("tried_out", Map.of()).json().get("values").findValuesAsString("value"))
                .containsExactly("Isle", "Skiff", "Sound", "Swift");
        api.send("PATCH", "/api/v1/queries/" + id, Map.of("text", "select 1", "version", 1));
        api.post("/api/v1/queries/" + id + "/publish", Map.of("version", 2));
    }

    @Test
    void comparesATypedListWithTheData() {
        browser.open("/parameters?open=state");
        browser.click("main button", "Compare with the data");
        browser.untilText(
                "main", text -> text.contains("Every listed value occurs, and every occurring one is listed."));
    }

    @Test
    void keepsTheOldFormulaWhenTheNewOneIsInvalid() {
        make(Map.of("type", "date"));
        openAt("tried_out");
        browser.say(row("tried_out"), "start", "first day of lst month");
        browser.untilText(row("tried_out"), text -> text.contains("The formula cannot be read at “lst”"));
        assertThat(kept().get("default").get("kind").asString()).isEqualTo("choice");
        browser.say(row("tried_out"), "start", "first day of last month");
        browser.untilSaid(row("tried_out"), "default: first day of last month");
        assertThat(kept().get("default").get("formula").asString()).isEqualTo("first day of last month");
    }
}
