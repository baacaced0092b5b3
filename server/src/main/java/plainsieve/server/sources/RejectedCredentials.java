package plainsieve.server.sources;

/** A source rejected its credentials and is not used until its settings are saved. */
public record RejectedCredentials(String sourceId) {}
