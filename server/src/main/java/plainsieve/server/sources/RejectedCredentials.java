package plainsieve.server.sources;

/** A source has rejected the user or the password of its configuration; it is not asked again until it is saved. */
public record RejectedCredentials(String sourceId) {}
