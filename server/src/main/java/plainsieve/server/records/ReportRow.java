package plainsieve.server.records;

/**
 * A report as it is kept.
 *
 * @param definition what viewers get: JSON with its format number; id and version are next to it
 * @param draft what its authors make of it, in the same form; empty when it is the same
 * @param published whether viewers have ever got it
 */
public record ReportRow(
        String projectId, String id, String definition, String draft, boolean published, int position, int version) {}
