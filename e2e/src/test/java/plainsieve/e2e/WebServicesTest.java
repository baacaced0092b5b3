package plainsieve.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import plainsieve.demo.FareService;
import plainsieve.demo.TideService;

/** Web services, from the form to the rows of a request. */
class WebServicesTest extends BrowserTest {
    private static TideService tides;
    private static FareService fares;

    @BeforeAll
    static void startServices() throws IOException {
        tides = TideService.start(0, 0);
        fares = FareService.start(0);
    }

    @AfterAll
    static void stopServices() {
        tides.close();
        fares.close();
    }

    private static void pick(String select, String value) {
        browser.see(select)
                .findElement(By.cssSelector("option[value='" + value + "']"))
                .click();
    }

    @Test
    void writesPreviewsAndRunsARequest() {
        browser.open("/sources");
        browser.click("button", "+ Source");
        browser.see("form input[placeholder='harbour']").sendKeys("gauges");
        pick("form select", "web");
        browser.see("form input[placeholder='https://tides.example/v1']").sendKeys(tides.address());
        pick("form label:nth-of-type(4) select", "header");
        browser.see("form label:nth-of-type(5) input").sendKeys(TideService.KEY_HEADER);
        browser.see("form input[type='password']").sendKeys(TideService.KEY);
        browser.click("form button", "Add source");
        browser.untilText("[aria-label='gauges']", text -> text.contains("Tides of Hethra Sound"));
        writeARequest();
        takeWhatItAnswers();

        browser.click("button", "Run");
        browser.untilText("[aria-label='Rows']", text -> text.contains("Ardlow") && text.contains("200 rows"));
        browser.untilText("[data-test='where-ran']", text -> text.contains("200 rows were fetched from the service"));
        assertThat(browser.see("[aria-label='Sent']").getText())
                .contains("the request as the service received it")
                .doesNotContain(TideService.KEY);

        browser.open("/sources");
        browser.untilText("[aria-label='gauges']", text -> text.contains("Query it with High waters."));
        browser.click("[aria-label='gauges'] button", "Write a request");
        browser.untilText(".sub", text -> text.contains("Request to gauges") && text.contains("web request"));
    }

    private static void writeARequest() {
        browser.open("/queries");
        browser.see("[aria-label='Name of a new query']").sendKeys("High waters");
        pick("[aria-label='Source']", "gauges");
        browser.click("button", "Open on the bench");
        browser.untilText(".sub", text -> text.contains("web request"));
        browser.see(".cm-content").sendKeys(Keys.chord(Keys.CONTROL, Keys.END));
        browser.see(".cm-content").sendKeys("ports/Ardlow/tides?kind=high");
        browser.untilText(
                "[data-test='address']", text -> text.contains(tides.address() + "/ports/Ardlow/tides?kind=high"));
    }

    private static void takeWhatItAnswers() {
        browser.click("button", "Preview response");
        browser.untilText(".answer", text -> text.contains("200") && text.contains("rows at data.tides"));
        browser.click(".answer button", "rows at data.tides");
        browser.untilText(".answer", text -> text.contains("height_m (decimal)"));
        browser.click(".answer button", "Keep these columns");
        browser.untilText(".cm-content", text -> text.contains("column height_m is decimal"));
        browser.click("button", "Close");
    }

    @Test
    void listsODataEntitySetsAsTables() {
        browser.open("/sources");
        browser.click("button", "+ Source");
        browser.see("form input[placeholder='harbour']").sendKeys("prices");
        pick("form select", "odata");
        browser.see("form input[placeholder='https://fares.example/odata']").sendKeys(fares.address());
        browser.click("form button", "Add source");
        browser.untilText("[aria-label='prices']", text -> text.contains("with 2 entity sets"));
        browser.click("[aria-label='prices'] button", "Fares");
        browser.untilText("[aria-label='prices']", text -> text.contains("voucher_code") && text.contains("decimal"));
    }
}
