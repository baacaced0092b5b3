package plainsieve.e2e;

import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;

/** Base of browser tests: one browser per class. */
abstract class BrowserTest {
    static Browser browser;

    @BeforeAll
    static void openBrowser() {
        browser = new Browser();
    }

    @AfterAll
    static void closeBrowser() {
        browser.close();
    }
}
