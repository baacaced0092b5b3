package plainsieve.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import plainsieve.server.Api;
import plainsieve.server.RunningServer;

/** Renaming, duplicating, removing and restoring objects; other projects. */
class ObjectManagementTest extends BrowserTest {
    private final Api api = new Api(RunningServer.get().address());

    private void query(String name) {
        api.post("/api/v1/queries", Map.of("name", name, "source", "ferries", "text", "select 1 as one"));
    }

    @Test
    void renamesDuplicatesRemovesAndRestoresAQuery() {
        query("Passing thought");
        browser.open("/queries");
        browser.click("[aria-label='Rename Passing thought']");
        browser.type("[aria-label='New name of Passing thought']", "Second thought");
        browser.see("main a", "Second thought");

        browser.click("[aria-label='Duplicate Second thought']");
        browser.see("main a", "Second thought copy");

        browser.click("[aria-label='Remove Second thought']");
        browser.untilText(".note", text -> text.contains("Nothing uses it. It can be restored."));
        browser.click(".note button", "Remove “Second thought”");
        browser.click("[aria-label='Restore Second thought']");
        browser.see("main a", "Second thought");
        assertThat(api.get("/api/v1/queries/passing-thought").json().get("text").asString())
                .isEqualTo("select 1 as one");
    }

    @Test
    void announcesUsesBeforeRemovingAQuery() {
        browser.open("/queries");
        browser.click("[aria-label='Remove Port names']");
        browser.untilText(
                ".note",
                text -> text.contains("cannot be removed")
                        && text.contains("the parameter :port")
                        && !text.contains("Remove “"));
        assertThat(api.send("DELETE", "/api/v1/queries/port-names", "").status())
                .isEqualTo(409);
        assertThat(api.get("/api/v1/queries/port-names").status()).isEqualTo(200);
    }

    @Test
    void undoesARemovalByKeyboard() {
        query("By keys");
        browser.open("/queries");
        browser.see("main a", "By keys");
        browser.tabTo("Remove By keys");
        browser.press(Keys.ENTER);
        browser.see(".note button", "Remove “By keys”");
        browser.tabTo("Remove “By keys”");
        browser.press(Keys.ENTER);
        browser.see("[aria-label='Restore By keys']");
        browser.chord(Keys.CONTROL, "z");
        browser.see("main a", "By keys");
    }

    @Test
    void duplicatesAndRemovesAReport() {
        browser.open("/reports");
        browser.click("[aria-label='Duplicate Vessel diary']");
        browser.click("[aria-label='Remove Vessel diary copy']");
        browser.click(".note button", "Remove “Vessel diary copy”");
        browser.see("[aria-label='Restore Vessel diary copy']");
        assertThat(api.get("/api/v1/reports/vessel-diary-copy").status()).isEqualTo(404);
        assertThat(api.get("/api/v1/reports/vessel-diary").status()).isEqualTo(200);
    }

    @Test
    void testsASourceBeforeSavingIt() {
        browser.open("/sources");
        browser.click("button", "+ Source");
        browser.see("form [placeholder=harbour]").sendKeys("second harbour");
        fill("Database", "postgres");
        fill("User", "postgres");
        browser.click("form button", "Try it first");
        browser.see("form .note.bad");
        browser.click("form button", "Add source");
        browser.untilText("form .note.bad", text -> text.contains("Add anyway"));
        assertThat(api.get("/api/v1/sources").json().toString()).doesNotContain("second harbour");

        String port = api.get("/api/v1/sources")
                .json()
                .valueStream()
                .filter(source -> source.get("id").asString().equals("harbour"))
                .findFirst()
                .orElseThrow()
                .get("port")
                .asString();
        fill("Port", port);
        browser.click("form button", "Try it first");
        browser.untilText("form [role=status]", text -> text.contains("PostgreSQL") && text.contains("answers"));
        browser.click("form button", "Add source");
        browser.see("[aria-label='second harbour']");

        browser.click("[aria-label='Edit second harbour']");
        fill("Port", "1");
        browser.click("form button", "Save changes");
        browser.click("form .note.bad button", "Save anyway");
        browser.untilText("[aria-label='second harbour']", text -> text.contains("cannot be reached"));
        browser.click("[aria-label='Remove second harbour']");
        browser.click(".note button", "Remove “second harbour”");
        browser.see("[aria-label='Restore second harbour']");
    }

    private void fill(String label, String text) {
        browser.until(() -> {
            var field = browser.driver()
                    .findElement(By.xpath("//form//label[starts-with(normalize-space(.), '" + label + "')]//input"));
            field.sendKeys(Keys.chord(Keys.CONTROL, "a"), text);
            return text.equals(field.getDomProperty("value")) ? true : null;
        });
    }

    @Test
    void otherProjectSharesTheSources() {
        browser.open("/reports");
        browser.click("header .dropdown-toggle");
        browser.see("[aria-label='Name of a new project']").sendKeys("Night boats", Keys.ENTER);
        browser.untilText("main", text -> text.contains("No reports yet"));
        assertThat(browser.address()).contains("/projects/night-boats/reports");
        browser.click("nav a", "Sources");
        browser.untilText("main", text -> text.contains("ferries"));
        browser.click("nav a", "Queries");
        browser.untilText("main", text -> !text.contains("Late crossings"));
        api.send("DELETE", "/api/v1/projects/night-boats", "");
    }
}
