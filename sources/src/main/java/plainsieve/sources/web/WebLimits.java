package plainsieve.sources.web;

import java.time.Duration;

/**
 * The limits of a response.
 *
 * @param bytes maximum size of all its pages
 * @param kept how long it is cached unless its query says otherwise
 */
public record WebLimits(long bytes, Duration kept) {
    /** Maximum number of pages; a service with more is assumed to loop. */
    static final int MOST_PAGES = 10_000;
}
