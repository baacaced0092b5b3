package plainsieve.server.records.access;

import java.time.Instant;

/**
 * Someone with an account.
 *
 * @param name what they sign in with
 * @param label as others see them
 * @param password encoded; empty when there is none yet
 * @param email their address; empty for none
 */
public record PersonRow(
        String id, String name, String label, String password, boolean suspended, Instant createdAt, String email) {
    public PersonRow called(String newLabel) {
        return new PersonRow(id, name, newLabel, password, suspended, createdAt, email);
    }

    public PersonRow suspended(boolean shut) {
        return new PersonRow(id, name, label, password, shut, createdAt, email);
    }
}
