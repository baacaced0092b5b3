package plainsieve.core.statement;

/**
 * The position of one parameter in the statement, and its outcome.
 *
 * @param start offset of the parameter in the author's text; -1 for an added filter
 * @param clauseStart offset of the enclosing condition or clause in the author's text
 * @param sentStart offset of that clause in the statement; equal to {@code sentEnd} if it was omitted
 * @param values the number of values bound for it
 */
public record Placement(
        String parameter,
        Outcome outcome,
        int values,
        int start,
        int end,
        int clauseStart,
        int clauseEnd,
        int sentStart,
        int sentEnd) {

    /** The same place in a statement that has so many more characters in front, or fewer. */
    public Placement shiftedBy(int more) {
        return new Placement(
                parameter, outcome, values, start, end, clauseStart, clauseEnd, sentStart + more, sentEnd + more);
    }

    /** The same in a text of the author's that has so many more characters in front. */
    public Placement writtenBehind(int more) {
        boolean written = start >= 0;
        return new Placement(
                parameter,
                outcome,
                values,
                written ? start + more : start,
                written ? end + more : end,
                written ? clauseStart + more : clauseStart,
                written ? clauseEnd + more : clauseEnd,
                sentStart,
                sentEnd);
    }

    /** The same of another parameter. */
    public Placement of(String other) {
        return new Placement(other, outcome, values, start, end, clauseStart, clauseEnd, sentStart, sentEnd);
    }

    /** The outcome of a parameter at one place. */
    public enum Outcome {
        BOUND,
        SPREAD,
        HALF,
        /** One value represents many: a month for its days, a text for all that contain it. */
        WIDENED,
        WITHOUT_VALUE,
        NAMED,
        LIMITED,
        LEFT_OUT
    }
}
