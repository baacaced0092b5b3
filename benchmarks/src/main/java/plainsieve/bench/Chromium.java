package plainsieve.bench;

import java.io.File;
import java.time.Duration;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.chrome.ChromeDriverService;
import org.openqa.selenium.chrome.ChromeOptions;

/** The browser that is measured. */
final class Chromium {
    private static final Duration PATIENCE = Duration.ofSeconds(30);

    private Chromium() {}

    static ChromeDriver headless() {
        ChromeOptions options = new ChromeOptions();
        options.setBinary("/usr/bin/chromium");
        options.addArguments(
                "--headless=new",
                "--no-sandbox",
                "--disable-dev-shm-usage",
                "--disable-gpu",
                "--no-first-run",
                "--disable-background-networking",
                "--window-size=1280,943");
        ChromeDriverService service = new ChromeDriverService.Builder()
                .usingDriverExecutable(new File("/usr/bin/chromedriver"))
                .build();
        ChromeDriver driver = new ChromeDriver(service, options);
        driver.manage().timeouts().scriptTimeout(PATIENCE);
        return driver;
    }
}
