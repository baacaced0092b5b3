package plainsieve.e2e;

import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;

/** Tests of what a person does, all of a class in one browser. */
abstract class InBrowser {
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
