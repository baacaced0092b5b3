package plainsieve.server.records.definitions;

/**
 * A stored definition.
 *
 * @param id unique among the definitions of its kind in its project
 * @param form published state as JSON in the format of project files, with its format number
 * @param draft the unpublished state in the same form; empty if it equals {@code form}
 * @param published whether it was ever published
 * @param since start of its schedule, ISO 8601; empty for kinds without a schedule
 * @param version incremented by each change
 */
public record DefinitionRow(
        String projectId,
        DefinitionKind kind,
        String id,
        String form,
        String draft,
        boolean published,
        String since,
        int version) {
    /** A definition without a draft or a schedule. */
    public static DefinitionRow of(String projectId, DefinitionKind kind, String id, String form, int version) {
        return new DefinitionRow(projectId, kind, id, form, "", true, "", version);
    }

    /** With another draft. @param draft empty if it equals the published state */
    public DefinitionRow withDraft(String draft, boolean published) {
        return new DefinitionRow(projectId, kind, id, form, draft, published, since, version);
    }

    /** With the start of its schedule. */
    public DefinitionRow startingAt(String since) {
        return new DefinitionRow(projectId, kind, id, form, draft, published, since, version);
    }
}
