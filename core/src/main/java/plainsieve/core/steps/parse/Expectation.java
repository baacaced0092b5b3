package plainsieve.core.steps.parse;

/**
 * A possible next token in a partial step.
 *
 * @param words the keywords, or the subject: the column whose values are possible
 */
public record Expectation(Kind kind, String words) {
    /** The kind of a possible token. */
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
