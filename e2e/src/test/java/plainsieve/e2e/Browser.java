package plainsieve.e2e;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Predicate;
import java.util.function.Supplier;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.NoSuchElementException;
import org.openqa.selenium.Rectangle;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.interactions.Actions;
import plainsieve.server.RunningServer;

/** A real browser on the real application, operated as a user does. */
final class Browser implements AutoCloseable {
    private static final Duration PATIENCE = Duration.ofSeconds(10);

    /** For operations that send a hundred statements while other tests run. */
    static final Duration LONG_PATIENCE = Duration.ofMinutes(2);

    private static final Duration STILL = Duration.ofMillis(40);
    private static final int MOST_TABS = 150;

    private final ChromeDriver driver;
    private final String server;

    Browser() {
        this(RunningServer.get().address());
    }

    /** @param server the base address of relative paths */
    Browser(String server) {
        this.server = server;
        driver = Chromium.start();
        // --lang does not set the language of headless Chromium: dates would follow the machine's locale.
        driver.executeCdpCommand(
                "Emulation.setUserAgentOverride",
                Map.of("userAgent", String.valueOf(script("return navigator.userAgent")), "acceptLanguage", "en-GB"));
    }

    /** Opens a page; a screen without a project opens in the demo project. */
    void open(String path) {
        boolean ofProject = path.matches("/(reports|queries|parameters|sources|sent)\\b.*");
        driver.get(server + (ofProject ? "/projects/home" : "") + path);
    }

    String address() {
        return driver.getCurrentUrl();
    }

    String title() {
        return driver.getTitle();
    }

    void back() {
        driver.navigate().back();
    }

    void reload() {
        driver.navigate().refresh();
    }

    WebElement see(String selector) {
        return until(() -> driver.findElement(By.cssSelector(selector)));
    }

    /** The element with this text (or accessible name) among those that match the selector. */
    WebElement see(String selector, String text) {
        return until(() -> found(
                selector,
                "e.getAttribute('aria-label') === arguments[1] || e.checkVisibility() && e.innerText.trim() === arguments[1]",
                text));
    }

    /* Asked in the page: to ask for the text of each is a way there and back for every button of a page. */
    private WebElement found(String selector, String condition, String text) {
        Object found = script(
                "return [...document.querySelectorAll(arguments[0])].find(e => " + condition + ")", selector, text);
        if (found == null) {
            throw new NoSuchElementException(selector + " with text " + text);
        }
        return (WebElement) found;
    }

    List<WebElement> all(String selector) {
        return driver.findElements(By.cssSelector(selector));
    }

    String text(String selector) {
        return until(() -> driver.findElement(By.cssSelector(selector)).getText());
    }

    /** Waits until the text of an element matches; reports the last text otherwise. */
    String untilText(String selector, Predicate<String> fits) {
        return untilText(selector, fits, PATIENCE);
    }

    /** Waits up to the given time until the text of an element matches. */
    String untilText(String selector, Predicate<String> fits, Duration patience) {
        try {
            return until(patience, () -> {
                String text = driver.findElement(By.cssSelector(selector)).getText();
                if (!fits.test(text)) {
                    throw new NoSuchElementException(text);
                }
                return text;
            });
        } catch (org.openqa.selenium.TimeoutException e) {
            String last =
                    all(selector).stream().map(WebElement::getText).findFirst().orElse("(not there)");
            throw new AssertionError(selector + " never fitted; it says: " + last, e);
        }
    }

    void click(String selector) {
        until(() -> clicked(driver.findElement(By.cssSelector(selector))));
    }

    void click(String selector, String text) {
        until(() -> {
            WebElement found = see(selector, text);
            return isStill(found) ? clicked(found) : null;
        });
    }

    /* A click at what is disabled would be lost without a word. */
    private static Boolean clicked(WebElement element) {
        if (!element.isEnabled()) {
            return null;
        }
        element.click();
        return true;
    }

    /* What moves while a page is still put together is missed by a click at where it was. */
    private static boolean isStill(WebElement element) {
        Rectangle before = element.getRect();
        LockSupport.parkNanos(STILL.toNanos());
        return before.equals(element.getRect());
    }

    /** Selects a value by its label. */
    void pick(String within, String label) {
        until(() -> {
            found(
                            within + " [role=option]",
                            "e.checkVisibility() && e.querySelector('.label').innerText.trim() === arguments[1]",
                            label)
                    .click();
            return true;
        });
    }

    void type(String selector, String text) {
        WebElement field = see(selector);
        field.click();
        field.sendKeys(Keys.chord(Keys.CONTROL, "a"), text, Keys.ENTER);
    }

    /** Selects an option of a sentence mark. */
    void take(String within, String mark, String offer) {
        click(within + " [data-mark='" + mark + "'] button");
        until(() -> {
            see(".menu .offer span", offer).click();
            return true;
        });
    }

    /** Types text at a sentence mark, also where options are offered. */
    void say(String within, String mark, String words) {
        String place = within + " [data-mark='" + mark + "']";
        see(place);
        boolean offered = !all(place + " button").isEmpty();
        click(offered ? place + " button" : place);
        if (offered) {
            until(() -> see(".menu input[type=search]").isDisplayed() ? true : null);
        }
        chord(Keys.CONTROL, "a");
        press(words, Keys.ENTER);
    }

    /** Waits until the sentences in an element contain a text. */
    void untilSaid(String within, String words) {
        try {
            until(() -> {
                String said = said(within);
                if (!said.contains(words)) {
                    throw new NoSuchElementException(said);
                }
                return said;
            });
        } catch (org.openqa.selenium.TimeoutException e) {
            throw new AssertionError("It never said “%s”, but “%s”".formatted(words, said(within)), e);
        }
    }

    private String said(String within) {
        return String.valueOf(script(
                "return [...document.querySelectorAll(arguments[0] + ' .sentence')].map(e => { const c = e.cloneNode(true);"
                        + " c.querySelectorAll('.visually-hidden, .dropdown-menu').forEach(h => h.remove());"
                        + " return c.textContent }).join(' | ')",
                within));
    }

    /** Types several values, one per line, and applies them. */
    void typeLines(String selector, String... lines) {
        WebElement field = see(selector);
        field.click();
        field.sendKeys(Keys.chord(Keys.CONTROL, "a"), String.join("\n", lines), Keys.chord(Keys.CONTROL, Keys.ENTER));
    }

    /** Presses keys in the focused element. */
    void press(CharSequence... keys) {
        new Actions(driver).sendKeys(keys).perform();
    }

    /** Presses a key while another is held. */
    void chord(Keys held, CharSequence key) {
        chord(List.of(held), key);
    }

    /** Presses a key while others are held. */
    void chord(List<Keys> held, CharSequence key) {
        Actions actions = new Actions(driver);
        held.forEach(actions::keyDown);
        actions.sendKeys(key);
        held.forEach(actions::keyUp);
        actions.perform();
    }

    /** Drags an element by mouse to the upper part of another. */
    void drag(String selector, String target) {
        WebElement from = see(selector);
        WebElement to = see(target);
        int up = -to.getSize().getHeight() / 2 + 4;
        new Actions(driver)
                .moveToElement(from)
                .clickAndHold()
                .moveByOffset(0, -12)
                .pause(Duration.ofMillis(150))
                .moveToElement(to, 0, up)
                .pause(Duration.ofMillis(150))
                .moveByOffset(0, 2)
                .pause(Duration.ofMillis(250))
                .release()
                .perform();
    }

    /** Presses Tab until the element with this name has the focus, as keyboard users do. */
    void tabTo(String name) {
        String wanted = name.toLowerCase(java.util.Locale.ROOT);
        for (int i = 0; i < MOST_TABS; i++) {
            press(Keys.TAB);
            String focused = String.valueOf(
                    script(
                            "const e = document.activeElement; return e.getAttribute('aria-label') || e.labels?.[0]?.textContent || e.textContent || ''"));
            if (focused.strip().toLowerCase(java.util.Locale.ROOT).startsWith(wanted)) {
                return;
            }
        }
        throw new AssertionError("Tab never reached " + name);
    }

    Object script(String script, Object... arguments) {
        return driver.executeScript(script, arguments);
    }

    /** Pastes text into an element, like Ctrl V. */
    void paste(String selector, String text) {
        script(
                "const data = new DataTransfer(); data.setData('text', arguments[1]);"
                        + " arguments[0].dispatchEvent(new ClipboardEvent('paste', {clipboardData: data, bubbles: true, cancelable: true}))",
                see(selector),
                text);
    }

    /** Resizes the page, in CSS pixels. */
    void size(int width, int height) {
        driver.executeCdpCommand(
                "Emulation.setDeviceMetricsOverride",
                Map.of("width", width, "height", height, "deviceScaleFactor", 1, "mobile", false));
    }

    org.openqa.selenium.WebDriver driver() {
        return driver;
    }

    /** Replaces the text of the SQL editor. */
    void writeQuery(String sql) {
        WebElement editor = see(".cm-content");
        editor.click();
        editor.sendKeys(Keys.chord(Keys.CONTROL, "a"), Keys.DELETE);
        script("document.execCommand('insertText', false, arguments[0])", sql);
    }

    /** Focuses the element with this text and presses Enter; it need not be visible. */
    void focusAndPress(String selector, String text) {
        until(() -> {
            WebElement element = all(selector).stream()
                    .filter(found -> found.getAttribute("textContent").strip().equals(text))
                    .findFirst()
                    .orElseThrow(() -> new NoSuchElementException(text));
            return script("arguments[0].focus(); return true", element);
        });
        press(Keys.ENTER);
    }

    void hover(String selector) {
        new Actions(driver).moveToElement(see(selector)).perform();
    }

    void setDate(String selector, String iso) {
        script(
                "arguments[0].value = arguments[1]; arguments[0].dispatchEvent(new Event('input')); arguments[0].dispatchEvent(new Event('change'))",
                see(selector),
                iso);
    }

    <T> T until(Supplier<T> condition) {
        return until(PATIENCE, condition);
    }

    private <T> T until(Duration patience, Supplier<T> condition) {
        return Eventually.until(driver, patience, condition);
    }

    @Override
    public void close() {
        driver.quit();
    }
}
