package plainsieve.sources;

/**
 * Everything that is needed to open a source.
 *
 * @param id stable; failures name the source by it
 */
public record SourceAccess(String id, SourceSettings settings, Secret password) {
    /** How many statements a source takes at once; more have to wait. */
    public static final int PLACES = 8;
}
