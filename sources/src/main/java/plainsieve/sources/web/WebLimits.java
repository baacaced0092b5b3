package plainsieve.sources.web;

import java.time.Duration;

/**
 * What one answer of a service may use.
 *
 * @param bytes how large all its pages may be together
 * @param kept for how long it is shown again where its query does not say
 */
public record WebLimits(long bytes, Duration kept) {
    /** Pages of one answer; a service that has more goes round in circles. */
    static final int MOST_PAGES = 10_000;
}
