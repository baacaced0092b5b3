package plainsieve.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.By;

/** A folder of files, from the form to the first rows. */
class FilesTest extends BrowserTest {
    @TempDir
    Path here;

    @Test
    void addsCorrectsAndQueriesFiles() throws IOException {
        browser.open("/sources");
        browser.click("button", "+ Source");
        browser.type("form input[placeholder='harbour']", "logbooks");
        browser.see("form select")
                .findElement(By.cssSelector("option[value='folder']"))
                .click();
        browser.see("form label:nth-of-type(3) input").sendKeys("logbooks");
        browser.click("form button", "Add source");
        browser.untilText("form", text -> text.contains("Folder “logbooks” does not exist."));
        browser.click("form button", "Add anyway");

        Path file = Files.writeString(here.resolve("watches.csv"), "watch;fog\n1;1,25\n2;dense\n3;0,5\n");
        browser.see("[aria-label='Files for logbooks']").sendKeys(file.toString());
        browser.click("[aria-label='logbooks'] button", "watches");
        browser.untilText(
                "[aria-label='logbooks']",
                text -> text.contains("would be decimal with comma but for “dense”") && text.contains("3 rows"));

        browser.click("[aria-label='logbooks'] .columns li:nth-child(2) button");
        browser.click("[aria-label='logbooks'] .offer:nth-of-type(1)", "decimal with comma\nmost of its cells");
        browser.untilText(
                "[aria-label='logbooks']",
                text -> text.contains("1 of 3 cells do not match and have no value: “dense”"));

        browser.click("[aria-label='logbooks'] button", "Start a query on it");
        assertThat(browser.see(".cm-content").getText()).contains("watches");
    }
}
