package plainsieve.server.records.access;

import java.time.Instant;

/**
 * A sign-in link.
 *
 * @param reusable whether it may be used repeatedly, from this machine only
 */
public record SignInLinkRow(String digest, String personId, Instant endsAt, boolean reusable) {}
