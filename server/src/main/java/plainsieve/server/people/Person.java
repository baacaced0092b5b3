package plainsieve.server.people;

/**
 * A user account.
 *
 * @param name sign-in name
 * @param label display name
 */
public record Person(String id, String name, String label) {}
