package plainsieve.server.records.access;

/** A group of users. */
public record GroupRow(String id, String name) {}
