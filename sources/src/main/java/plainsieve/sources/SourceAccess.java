package plainsieve.sources;

/**
 * Everything that is needed to open a source.
 *
 * @param id stable; failures name the source by it
 */
public record SourceAccess(String id, SourceSettings settings, Secret password) {
    /** How many statements for rows a source takes at once; more have to wait. */
    public static final int PLACES = 8;

    /** How many it takes beside them for lists, looks and plans. */
    public static final int PLACES_BESIDE = 3;
}
