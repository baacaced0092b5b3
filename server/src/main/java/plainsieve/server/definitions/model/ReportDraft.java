package plainsieve.server.definitions.model;

/**
 * A report as its authors see it.
 *
 * @param report what viewers will get next; the same as they have, when nothing was changed since
 * @param published whether viewers have ever got it
 */
public record ReportDraft(Report report, boolean published) {}
