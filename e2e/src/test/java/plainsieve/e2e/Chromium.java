package plainsieve.e2e;

import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.chrome.ChromeDriverService;
import org.openqa.selenium.chrome.ChromeOptions;

/** Headless Chromium without network access except to the tests. */
final class Chromium {
    private Chromium() {}

    static ChromeDriver start() {
        ChromeOptions options = new ChromeOptions();
        options.setBinary("/usr/bin/chromium");
        options.addArguments(
                "--headless=new",
                "--no-sandbox",
                "--disable-dev-shm-usage",
                "--disable-gpu",
                "--disable-quic",
                "--no-first-run",
                "--disable-background-networking",
                "--disable-component-update",
                "--disable-sync",
                "--force-device-scale-factor=1",
                "--hide-scrollbars",
                "--lang=en-GB",
                "--window-size=1280,943");
        ChromeDriverService service = new ChromeDriverService.Builder()
                .usingDriverExecutable(new java.io.File("/usr/bin/chromedriver"))
                .build();
        return new ChromeDriver(service, options);
    }
}
