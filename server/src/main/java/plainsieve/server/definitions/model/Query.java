package plainsieve.server.definitions.model;

/**
 * A query of a project.
 *
 * @param sourceId the source that it is written for
 * @param sourceParameter the parameter that says which source is asked, one of the same kind; empty where it is always that one
 * @param asked what viewers' reports ask for its rows
 * @param draftText what the bench edits; whole or broken
 * @param liveText what reports send
 * @param version grows with every change
 */
public record Query(
        String id,
        String name,
        String sourceId,
        String sourceParameter,
        CachePolicy asked,
        String draftText,
        String liveText,
        int version) {
    /** One that always asks the same source. @param text draft and live */
    public static Query of(String id, String name, String sourceId, String text) {
        return new Query(id, name, sourceId, "", new CachePolicy.EachTime(), text, text, 1);
    }

    /** Whether the draft differs from what reports send. */
    public boolean isChanged() {
        return !draftText.equals(liveText);
    }

    /** Whether which source is asked is chosen. */
    public boolean choosesSource() {
        return !sourceParameter.isEmpty();
    }

    public Query named(String id, String name) {
        return new Query(id, name, sourceId, sourceParameter, asked, draftText, liveText, version);
    }

    public Query drafted(String text) {
        return new Query(id, name, sourceId, sourceParameter, asked, text, liveText, version);
    }

    /** With both of its texts. */
    public Query saying(String draft, String live) {
        return new Query(id, name, sourceId, sourceParameter, asked, draft, live, version);
    }

    /** @param parameter empty for a fixed source */
    public Query askingBy(String parameter) {
        return new Query(id, name, sourceId, parameter, asked, draftText, liveText, version);
    }

    public Query asking(CachePolicy how) {
        return new Query(id, name, sourceId, sourceParameter, how, draftText, liveText, version);
    }

    public Query atVersion(int other) {
        return new Query(id, name, sourceId, sourceParameter, asked, draftText, liveText, other);
    }
}
