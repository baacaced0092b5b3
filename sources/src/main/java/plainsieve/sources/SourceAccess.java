package plainsieve.sources;

/**
 * Everything that is needed to open a source.
 *
 * @param id stable; failures name the source by it
 */
public record SourceAccess(String id, SourceSettings settings, Secret password, SourceLimits limits) {
    /** With default limits. */
    public SourceAccess(String id, SourceSettings settings, Secret password) {
        this(id, settings, password, SourceLimits.USUAL);
    }

    /** The same source, reached this way. */
    public SourceAccess at(SourceSettings other) {
        return new SourceAccess(id, other, password, limits);
    }

    /** The same source with additionally permitted functions. */
    public SourceAccess allowing(String... functions) {
        return new SourceAccess(id, settings, password, limits.allowing(functions));
    }
}
