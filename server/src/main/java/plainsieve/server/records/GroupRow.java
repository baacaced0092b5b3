package plainsieve.server.records;

/** A group of people. */
public record GroupRow(String id, String name) {}
