package plainsieve.server.records;

/** A report as it is kept. @param definition JSON with its format number; id and version stand beside it */
public record ReportRow(String projectId, String id, String definition, int position, int version) {}
