package plainsieve.core.rewrite;

/**
 * Where one parameter ended up, and how.
 *
 * @param start where the parameter stands in the author's text; -1 when the text does not mention it
 * @param clauseStart where the condition or clause around it begins in the author's text
 * @param sentStart where that clause begins in the statement; equal to {@code sentEnd} when it was left out
 * @param values how many values were bound for it
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

    /** What happened to a parameter at one place. */
    public enum Outcome {
        BOUND("bound"),
        SPREAD("spread over its values"),
        HALF("half of a range"),
        WITHOUT_VALUE("rows without a value"),
        NAMED("name put in"),
        LIMITED("row limit"),
        LEFT_OUT("left out");

        private final String inWords;

        Outcome(String inWords) {
            this.inWords = inWords;
        }

        public String inWords() {
            return inWords;
        }
    }
}
