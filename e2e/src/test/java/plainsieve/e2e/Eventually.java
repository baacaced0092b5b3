package plainsieve.e2e;

import java.time.Duration;
import java.util.function.Supplier;
import org.openqa.selenium.ElementNotInteractableException;
import org.openqa.selenium.NoSuchElementException;
import org.openqa.selenium.StaleElementReferenceException;
import org.openqa.selenium.WebDriver;
import org.openqa.selenium.WebDriverException;
import org.openqa.selenium.support.ui.WebDriverWait;

/** Waits for content that a page renders asynchronously. */
final class Eventually {
    private static final Duration BETWEEN_LOOKS = Duration.ofMillis(50);

    private Eventually() {}

    /** @param condition returns null or throws a WebDriver exception until it holds */
    static <T> T until(WebDriver driver, Duration patience, Supplier<T> condition) {
        return new WebDriverWait(driver, patience, BETWEEN_LOOKS)
                .ignoring(NoSuchElementException.class)
                .ignoring(StaleElementReferenceException.class)
                .ignoring(ElementNotInteractableException.class)
                .until(d -> unlessThePageLeft(condition));
    }

    /** Chromium reports an element of a page that is being left as an error of its own: the element is stale. */
    private static <T> T unlessThePageLeft(Supplier<T> condition) {
        try {
            return condition.get();
        } catch (WebDriverException e) {
            if (String.valueOf(e.getMessage()).contains("does not belong to the document")) {
                throw new StaleElementReferenceException(e.getMessage(), e);
            }
            throw e;
        }
    }
}
