package plainsieve.server.records;

/** A report as it is kept; its controls and views are JSON. */
public record ReportRow(String id, String name, String audience, String question, String definition, int position) {}
