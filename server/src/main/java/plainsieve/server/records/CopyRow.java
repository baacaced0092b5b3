package plainsieve.server.records;

/** A stored copy of a query's answer, as it is kept. @param since ISO 8601: its schedule counts from here */
public record CopyRow(String projectId, String id, String definition, String since, int version) {}
