package plainsieve.server.records.definitions;

/** A stored project. */
public record ProjectRow(String id, String name, int position) {}
