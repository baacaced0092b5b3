package plainsieve.server.definitions.model;

/**
 * A report as seen by its authors.
 *
 * @param report the draft; equal to the published report if nothing changed
 * @param published whether it was ever published
 */
public record ReportDraft(Report report, boolean published) {}
