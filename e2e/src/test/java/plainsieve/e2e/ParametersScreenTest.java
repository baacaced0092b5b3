package plainsieve.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.Keys;
import plainsieve.server.Api;
import plainsieve.server.RunningServer;
import tools.jackson.databind.JsonNode;

/** Parameters of the project in one table: made, edited in place, taken back, renamed, by two authors at once. */
class ParametersScreenTest {
    private static Browser browser;
    private final Api api = new Api(RunningServer.get().address());

    @BeforeAll
    static void openBrowser() {
        browser = new Browser();
    }

    @AfterAll
    static void closeBrowser() {
        browser.close();
    }

    @AfterEach
    void takeAway() {
        api.send("DELETE", "/api/parameters/tried_out", "");
        api.send("DELETE", "/api/parameters/tried_again", "");
    }

    private void make(Map<String, Object> more) {
        Map<String, Object> body = new HashMap<>(Map.of("name", "tried_out", "label", "Tried out"));
        body.putAll(more);
        assertThat(api.post("/api/parameters", body).status()).isEqualTo(200);
    }

    private JsonNode kept() {
        return api.get("/api/parameters/tried_out").json();
    }

    private static String row(String name) {
        return "[data-parameter=" + name + "]";
    }

    private static void openRow(String name) {
        browser.open("/parameters");
        browser.click(row(name) + " button");
    }

    @Test
    void isSearchedAndSorted() {
        browser.open("/parameters");
        browser.see(row("port"));
        browser.see("[aria-label='Search parameters']").sendKeys("vessel_class");
        browser.until(() -> browser.all("tr[data-parameter]").size() == 1 ? true : null);
        assertThat(browser.text(row("ship_class"))).contains("vessels.vessel_class", "3 queries, 2 reports");
        browser.type("[aria-label='Search parameters']", "range");
        browser.untilText("tbody", text -> text.contains(":from") && !text.contains(":vessel"));
        browser.type("[aria-label='Search parameters']", " ");
        browser.click("th button", "Name");
        browser.untilText("tbody tr:first-child", text -> text.startsWith(":delay_high"));
        browser.click("th button", "Name ↑");
        browser.untilText("tbody tr:first-child", text -> text.startsWith(":with_cars"));
    }

    @Test
    void isEditedInPlaceAndEveryEditGoesBackAndForth() {
        make(Map.of());
        openRow("tried_out");
        browser.type("[data-field=hint] input", "first hint");
        browser.untilText("header", text -> text.contains("Undo hint of :tried_out"));
        browser.click("[data-field=type] option[value=date]");
        browser.untilText(row("tried_out"), text -> text.contains("date, one"));
        browser.click("[data-field=covers] option[value=month]");
        browser.untilText(row("tried_out"), text -> text.contains("date, one, month"));
        browser.click("h1");
        browser.chord(Keys.CONTROL, "z");
        browser.untilText(row("tried_out"), text -> text.contains("date, one") && !text.contains("month"));
        browser.chord(Keys.CONTROL, "z");
        browser.untilText(row("tried_out"), text -> text.contains("text, one"));
        browser.click("header button", "Redo type of :tried_out");
        browser.untilText(row("tried_out"), text -> text.contains("date, one"));
        assertThat(kept().get("type").asString()).isEqualTo("date");
        assertThat(kept().get("hint").asString()).isEqualTo("first hint");
    }

    @Test
    void switchingSaysWhatCannotBeKept() {
        make(Map.of("many", true, "default", Map.of("kind", "choice", "choice", Api.values("7", "x"))));
        openRow("tried_out");
        browser.click("[data-field=type] option[value=integer]");
        browser.untilText(".lost", text -> text.contains("The default “x” is no integer."));
        browser.untilText(row("tried_out"), text -> text.contains("integer, many"));
        assertThat(kept().get("default").get("choice").get("values").toString()).isEqualTo("[\"7\"]");
    }

    @Test
    void changesOfTwoAuthorsToDifferentFieldsBothHold() {
        make(Map.of());
        openRow("tried_out");
        browser.see("[data-field=hint] input");
        change("unit", "theirs");
        browser.type("[data-field=hint] input", "mine");
        browser.untilText("main", text -> text.contains("Someone else changed unit meanwhile; both changes hold."));
        assertThat(kept().get("unit").asString()).isEqualTo("theirs");
        assertThat(kept().get("hint").asString()).isEqualTo("mine");
    }

    @Test
    void changesOfTwoAuthorsToOneFieldAreAskedAbout() {
        make(Map.of());
        openRow("tried_out");
        browser.see("[data-field=hint] input");
        change("hint", "theirs");
        browser.type("[data-field=hint] input", "mine");
        browser.untilText(
                "[data-test=conflict]",
                text -> text.contains("changed hint of :tried_out at the same time. Nothing was overwritten."));
        assertThat(kept().get("hint").asString()).isEqualTo("theirs");
        browser.click("[data-test=conflict] button", "Mine holds");
        browser.until(() -> kept().get("hint").asString().equals("mine") ? true : null);
    }

    /** A change by another author, who names the version they saw. */
    private void change(String field, String value) {
        Map<String, Object> body = new HashMap<>();
        body.put("name", "tried_out");
        body.put("label", "Tried out");
        body.put("version", kept().get("version").asInt());
        body.put(field, value);
        assertThat(api.send("PUT", "/api/parameters/tried_out", body).status()).isEqualTo(200);
    }

    @Test
    void aNewNameIsPreviewedAndTakenBack() {
        make(Map.of());
        openRow("tried_out");
        browser.type(".form input.mono", "tried_again");
        browser.untilText(
                "[aria-label=Rename]",
                text -> text.contains("Nothing else mentions it. Links with the old name keep working."));
        browser.click("[aria-label=Rename] button", "Rename everywhere");
        browser.see(row("tried_again"));
        browser.click("header button", "Undo the name :tried_again");
        browser.see(row("tried_out"));
    }

    @Test
    void removingSaysWhatWouldBreak() {
        openRow("ship");
        browser.click("main button", "Remove :ship");
        browser.untilText(
                "main",
                text -> text.contains("Without it, query “Vessel diary”, report “Vessel diary” would not run."));
    }

    @Test
    void aListComesFromTheComparedColumnInOneClick() {
        make(Map.of());
        String text = "select name from vessels where vessel_class in (:tried_out)";
        String id = api.post("/api/queries", Map.of("name", "Classed", "sourceId", "harbour", "text", text))
                .json()
                .get("id")
                .asString();
        openRow("tried_out");
        browser.click("[data-field=list] option[value=column]");
        browser.click("main button", "Take vessels.vessel_class, which queries compare it with");
        browser.untilText(row("tried_out"), now -> now.contains("vessels.vessel_class"));
        assertThat(api.listValues("tried_out", Map.of()).json().get("values").findValuesAsString("value"))
                .containsExactly("Isle", "Skiff", "Sound", "Swift");
        api.send("PUT", "/api/queries/" + id + "/draft", Map.of("text", "select 1", "version", 1));
        api.post("/api/queries/" + id + "/live", Map.of("version", 2));
    }

    @Test
    void aTypedListIsComparedWithTheDataOnTheScreen() {
        openRow("state");
        browser.click("main button", "Compare with the data");
        browser.untilText(
                "main", text -> text.contains("Every listed value occurs, and every occurring one is listed."));
    }

    @Test
    void aFormulaThatCannotBeReadIsToldAndNothingIsLost() {
        make(Map.of("type", "date"));
        openRow("tried_out");
        browser.click("[data-field=default] option[value=formula]");
        browser.type("[aria-label='Formula of the default']", "first day of lst month");
        browser.untilText("main", text -> text.contains("The formula cannot be read at “lst”"));
        browser.type("[aria-label='Formula of the default']", "first day of last month");
        browser.press(Keys.TAB);
        browser.until(
                () -> kept().get("default").get("formula").asString().equals("first day of last month") ? true : null);
    }
}
