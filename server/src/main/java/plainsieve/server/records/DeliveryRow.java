package plainsieve.server.records;

/** A delivery as it is kept. @param since ISO 8601: its schedule counts from here */
public record DeliveryRow(String projectId, String id, String definition, String since, int version) {}
