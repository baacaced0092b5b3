package plainsieve.server.records;

/** A parameter as it is kept. @param definition JSON with its format number; name and version are next to it */
public record ParameterRow(String projectId, String name, String definition, int position, int version) {}
