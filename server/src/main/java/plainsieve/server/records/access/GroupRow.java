package plainsieve.server.records.access;

/** A group of people. */
public record GroupRow(String id, String name) {}
