package plainsieve.core.steps.model;

/**
 * A span of characters in the line of a step.
 *
 * @param start offset of the first character, from 0
 * @param end offset after the last character
 */
public record LineSpan(int start, int end) {
    /** From the start of this span to the end of another. */
    public LineSpan to(LineSpan last) {
        return new LineSpan(start, last.end());
    }
}
