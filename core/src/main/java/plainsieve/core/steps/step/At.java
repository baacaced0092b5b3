package plainsieve.core.steps.step;

/**
 * Where something stands in the line of its step.
 *
 * @param start first character, from 0
 * @param end one past the last character
 */
public record At(int start, int end) {
    /** From the beginning of one to the end of another. */
    public At to(At last) {
        return new At(start, last.end());
    }
}
