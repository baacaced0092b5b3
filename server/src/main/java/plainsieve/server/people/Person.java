package plainsieve.server.people;

/**
 * Someone with an account.
 *
 * @param name what they sign in with
 * @param label as others see them
 */
public record Person(String id, String name, String label) {}
