package plainsieve.server.records.access;

import java.time.Instant;

/**
 * A link that signs someone in.
 *
 * @param reusable whether it may be used more than once, from this machine alone
 */
public record SignInLinkRow(String digest, String personId, Instant endsAt, boolean reusable) {}
