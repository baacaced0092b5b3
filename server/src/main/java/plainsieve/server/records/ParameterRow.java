package plainsieve.server.records;

/** A parameter as it is kept. @param definition JSON with its format number; name and version stand beside it */
public record ParameterRow(String projectId, String name, String definition, int position, int version) {}
