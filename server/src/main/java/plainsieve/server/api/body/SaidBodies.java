package plainsieve.server.api.body;

import java.util.List;
import java.util.Map;
import plainsieve.core.question.Said;

/** Question lines on the wire. */
public final class SaidBodies {
    private SaidBodies() {}

    /**
     * A report's question with its choices.
     *
     * @param quiet parameters that the sentence could mention, but does not while they are blank
     * @param choices complete: with defaults, and by present names where a link used a former one
     * @param fixed parameters whose choice is fixed for who asks
     * @param dropped chosen values that were taken out, because they are no longer on their list
     */
    public record QuestionBody(
            List<ReportBodies.SaidPart> parts,
            List<String> quiet,
            String sentence,
            Map<String, ChoiceBody> choices,
            List<String> fixed,
            Map<String, List<String>> dropped,
            List<ProblemBody> problems) {}

    public static List<ReportBodies.SaidPart> parts(Said said) {
        return said.parts().stream()
                .map(part -> new ReportBodies.SaidPart(part.text(), part.parameters()))
                .toList();
    }
}
