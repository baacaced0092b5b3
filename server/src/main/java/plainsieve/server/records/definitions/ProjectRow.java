package plainsieve.server.records.definitions;

/** A project as it is kept. */
public record ProjectRow(String id, String name, int position) {}
