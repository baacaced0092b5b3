package plainsieve.core.steps.model;

/**
 * A span of characters in the line of a step.
 *
 * @param start first character, from 0
 * @param end one past the last character
 */
public record LineSpan(int start, int end) {
    /** From the beginning of one to the end of another. */
    public LineSpan to(LineSpan last) {
        return new LineSpan(start, last.end());
    }
}
