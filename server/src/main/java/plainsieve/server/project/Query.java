package plainsieve.server.project;

/**
 * A query of a project.
 *
 * @param draftText what the bench edits; whole or broken
 * @param liveText what reports send
 * @param version grows with every change
 */
public record Query(String id, String name, String sourceId, String draftText, String liveText, int version) {
    /** Whether the draft differs from what reports send. */
    public boolean isChanged() {
        return !draftText.equals(liveText);
    }
}
