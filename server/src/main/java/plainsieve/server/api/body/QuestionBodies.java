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
     * @param unmentioned parameters that the sentence could mention, but does not while they are blank
     * @param hiddenChoices what is chosen for parameters that viewers are not offered, each in words
     * @param choices complete: with defaults, and by present names where a link used a former one
     * @param titles of the views with their choices, by their ids
     * @param notes the texts of views that are texts, by their IDs
     * @param comparedPeriods the date ranges that figures are compared with, by the IDs of their views
     * @param fixedByLink parameters whose choice is fixed by the link
     * @param determined parameters that are one value for who asks
     * @param removedValues chosen values that were taken out, because they are no longer on their list
     */
    public record QuestionBody(
            List<ReportBodies.QuestionPart> parts,
            List<String> unmentioned,
            String sentence,
            Map<String, String> titles,
            Map<String, List<ReportBodies.QuestionPart>> notes,
            Map<String, String> comparedPeriods,
            List<ReportBodies.QuestionPart> hiddenChoices,
            Map<String, ChoiceBody> choices,
            List<String> fixedByLink,
            List<String> determined,
            Map<String, List<String>> removedValues,
            List<ProblemBody> problems) {}

    /** @param fixed parameters whose choice is fixed by the link */
    public static QuestionBody of(QuestionRenderer.Question question, List<String> fixed) {
        Map<String, String> titles = new LinkedHashMap<>();
        question.titles().forEach((view, renderedQuestion) -> titles.put(view, renderedQuestion.sentence()));
        Map<String, List<ReportBodies.QuestionPart>> notes = new LinkedHashMap<>();
        question.notes().forEach((view, renderedQuestion) -> notes.put(view, parts(renderedQuestion)));
        return new QuestionBody(
                parts(question.said()),
                question.said().quiet(),
                question.said().sentence(),
                titles,
                notes,
                question.comparedPeriods(),
                parts(question.always()),
                ChoiceBody.of(question.chosen().texts()),
                fixed,
                question.chosen().settled(),
                question.chosen().removedValues(),
                question.chosen().problems().stream().map(ProblemBody::of).toList());
    }

    public static List<ReportBodies.QuestionPart> parts(RenderedQuestion renderedQuestion) {
        return parts(renderedQuestion.parts());
    }

    private static List<ReportBodies.QuestionPart> parts(List<RenderedQuestion.Phrase> said) {
        return said.stream()
                .map(part -> new ReportBodies.QuestionPart(part.text(), part.parameters()))
                .toList();
    }
}
