package plainsieve.server.records.access;

import java.time.Instant;

/**
 * A user account.
 *
 * @param name sign-in name
 * @param label display name
 * @param password hash; empty if there is none yet
 * @param email empty for none
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
