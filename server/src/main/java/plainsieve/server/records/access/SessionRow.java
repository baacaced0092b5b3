package plainsieve.server.records.access;

import java.time.Instant;

/**
 * A session in a browser.
 *
 * @param digest of its secret
 * @param browser user agent
 * @param ended whether the user signed out
 */
public record SessionRow(
        String digest, String personId, String browser, Instant createdAt, Instant usedAt, boolean ended) {}
