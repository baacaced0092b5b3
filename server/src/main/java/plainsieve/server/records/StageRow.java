package plainsieve.server.records;

/** What holds in a stage of a project, as it is kept. @param definition JSON under a format number */
public record StageRow(String projectId, String name, String definition, int version) {}
