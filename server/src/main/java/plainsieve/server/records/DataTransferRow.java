package plainsieve.server.records;

/** Whether values may travel from one source to another in a project, as it is kept. */
public record DataTransferRow(String projectId, String fromSource, String toSource, boolean allowed) {}
