package plainsieve.server.records;

/** A parameter as it is kept; its definition is JSON. */
public record ParameterRow(String name, String definition, int position, int version) {}
