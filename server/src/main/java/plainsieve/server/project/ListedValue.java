package plainsieve.server.project;

/** One value on a list, and what viewers read for it. */
public record ListedValue(String value, String label) {}
