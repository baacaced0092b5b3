package plainsieve.server.records;

import java.time.Instant;

/**
 * Somebody with an account.
 *
 * @param name what they sign in with
 * @param label as others see them
 * @param password encoded; empty when there is none yet
 */
public record PersonRow(String id, String name, String label, String password, boolean blocked, Instant madeAt) {}
