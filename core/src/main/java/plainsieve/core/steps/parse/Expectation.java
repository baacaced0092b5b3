package plainsieve.core.steps.parse;

/**
 * A token that could come next in a step that is being typed.
 *
 * @param words the words themselves, or what they are about: the column whose values are meant
 */
public record Expectation(Kind kind, String words) {
    /** What kind of thing could come. */
    public enum Kind {
        WORDS,
        COLUMN,
        THEIRS,
        VALUE,
        TABLE,
        QUERY,
        PARAMETER
    }
}
