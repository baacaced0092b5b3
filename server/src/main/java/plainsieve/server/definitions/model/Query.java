package plainsieve.server.definitions.model;

import plainsieve.files.forms.QueryForm;

/**
 * A query of a project.
 *
 * @param sourceId its source
 * @param sourceParameter the parameter that selects a source of the same kind; empty for none
 * @param asked how reports get its rows
 * @param draftText the text on the bench, valid or not
 * @param liveText the published text
 * @param version incremented by every change
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
    /** A query with a fixed source. @param text draft and published text */
    public static Query of(String id, String name, String sourceId, String text) {
        return new Query(id, name, sourceId, "", new CachePolicy.EachTime(), text, text, 1);
    }

    /** @param text draft or published text */
    public QueryForm toForm(String text) {
        return new QueryForm(id, name, sourceId, sourceParameter, asked.copy(), asked.keptSeconds(), text, version);
    }

    /** Whether the draft differs from the published text. */
    public boolean isChanged() {
        return !draftText.equals(liveText);
    }

    /** Whether a parameter selects the source. */
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
    public Query withSourceParameter(String parameter) {
        return new Query(id, name, sourceId, parameter, asked, draftText, liveText, version);
    }

    public Query withCachePolicy(CachePolicy how) {
        return new Query(id, name, sourceId, sourceParameter, how, draftText, liveText, version);
    }

    public Query atVersion(int other) {
        return new Query(id, name, sourceId, sourceParameter, asked, draftText, liveText, other);
    }
}
