package plainsieve.server.records.access;

import java.time.Instant;

/**
 * A browser in which someone is signed in.
 *
 * @param digest of its secret
 * @param browser as it calls itself
 * @param ended whether they signed out
 */
public record SessionRow(
        String digest, String personId, String browser, Instant createdAt, Instant usedAt, boolean ended) {}
