package plainsieve.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.Keys;
import plainsieve.server.Api;
import plainsieve.server.RunningServer;

/** Steps that read another source, from the completion of its name to the decision on key transfer. */
class FederationTest extends BrowserTest {
    private final Api api = new Api(RunningServer.get().address());

    @Test
    void joinsFilesWithADatabase() {
        String text = String.join(
                "\n",
                "steps 1",
                "from crossings",
                "where delay_min >= 60",
                "join ports on port_id, adding name as port; keep only matching rows",
                "add column day = start of day of departed_at");
        api.post("/api/v1/queries", Map.of("name", "Weather at the harbours", "source", "harbour", "text", text));
        browser.open("/queries/weather-at-the-harbours");
        browser.click("[aria-label='A new step']");
        browser.press("join query 'weat");
        browser.untilText("[role='listbox']", offered -> offered.contains("rows from office"));
        browser.press("her' on port, day, adding wind; keep only matching rows", Keys.ENTER);
        browser.untilText(
                "[data-test='local-steps']",
                said -> said.contains("From here on, steps run in this server") && said.contains("harbour and office"));
        String travel = "[data-travel='office harbour']";
        browser.untilSaid(travel, "Values of day and port from office stay here and are not sent to harbour.");
        assertThat(browser.see("[aria-label='Query'] button[disabled]").getText())
                .isEqualTo("Convert to SQL");

        browser.click("button", "Run");
        browser.untilText(
                "[data-test='local-steps']",
                said -> said.contains("rows_at_harbour of harbour:") && !said.contains("filtered by"));
        String before = browser.see("[data-test=row-count]").getText();
        browser.take(travel, "decision", "may be sent");
        browser.untilText("[data-test='local-steps']", said -> said.contains("filtered by 2 values of port"));
        assertThat(browser.see("[data-test=row-count]").getText()).isEqualTo(before);
        browser.untilText("[data-test='where-ran']", told -> told.contains("weather of office:"));
        assertThat(browser.see("[aria-label='Sent']").getText())
                .contains("what each source received", "part \"weather\" from \"office\"");
    }
}
