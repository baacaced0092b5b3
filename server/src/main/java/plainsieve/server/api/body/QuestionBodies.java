package plainsieve.server.api.body;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import plainsieve.core.question.RenderedQuestion;
import plainsieve.server.runs.QuestionRenderer;

/** Question lines on the wire. */
public final class QuestionBodies {
    private QuestionBodies() {}

    /**
     * A report's question with its choices.
     *
     * @param quiet parameters that the sentence could mention, but does not while they are blank
     * @param always what is chosen for parameters that viewers are not offered, each in words
     * @param choices complete: with defaults, and by present names where a link used a former one
     * @param titles of the views with their choices, by their ids
     * @param notes what the views that are words say, by their ids
     * @param fixed parameters whose choice is fixed by the link
     * @param settled parameters that are one value for who asks
     * @param dropped chosen values that were taken out, because they are no longer on their list
     */
    public record QuestionBody(
            List<ReportBodies.SaidPart> parts,
            List<String> quiet,
            String sentence,
            Map<String, String> titles,
            Map<String, List<ReportBodies.SaidPart>> notes,
            List<ReportBodies.SaidPart> always,
            Map<String, ChoiceBody> choices,
            List<String> fixed,
            List<String> settled,
            Map<String, List<String>> dropped,
            List<ProblemBody> problems) {}

    /** @param fixed parameters whose choice is fixed by the link */
    public static QuestionBody of(QuestionRenderer.Question question, List<String> fixed) {
        Map<String, String> titles = new LinkedHashMap<>();
        question.titles().forEach((view, renderedQuestion) -> titles.put(view, renderedQuestion.sentence()));
        Map<String, List<ReportBodies.SaidPart>> notes = new LinkedHashMap<>();
        question.notes().forEach((view, renderedQuestion) -> notes.put(view, parts(renderedQuestion)));
        return new QuestionBody(
                parts(question.said()),
                question.said().quiet(),
                question.said().sentence(),
                titles,
                notes,
                parts(question.always()),
                ChoiceBody.of(question.chosen().texts()),
                fixed,
                question.chosen().settled(),
                question.chosen().dropped(),
                question.chosen().problems().stream().map(ProblemBody::of).toList());
    }

    public static List<ReportBodies.SaidPart> parts(RenderedQuestion renderedQuestion) {
        return parts(renderedQuestion.parts());
    }

    private static List<ReportBodies.SaidPart> parts(List<RenderedQuestion.Phrase> said) {
        return said.stream()
                .map(part -> new ReportBodies.SaidPart(part.text(), part.parameters()))
                .toList();
    }
}
