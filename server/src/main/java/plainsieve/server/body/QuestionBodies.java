package plainsieve.server.body;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import plainsieve.core.question.RenderedQuestion;
import plainsieve.files.forms.ChoiceForm;
import plainsieve.server.results.runs.QuestionRenderer;

/** Question lines on the wire. */
public final class QuestionBodies {
    private QuestionBodies() {}

    /**
     * A report's question with its choices.
     *
     * @param unmentioned blank parameters that the sentence omits
     * @param hiddenChoices the choices of parameters without a control, as text
     * @param choices complete, with defaults and current names
     * @param titles the titles of views with their choices, by ID
     * @param notes the texts of views that are texts, by their IDs
     * @param comparedPeriods the date ranges that figures are compared with, by the IDs of their views
     * @param fixedByLink parameters fixed by the signed link
     * @param determined parameters with a single permitted value for the caller (row access)
     * @param removedValues chosen values that were removed because they are no longer listed
     */
    public record QuestionBody(
            List<ReportBodies.QuestionPart> parts,
            List<String> unmentioned,
            String sentence,
            Map<String, String> titles,
            Map<String, List<ReportBodies.QuestionPart>> notes,
            Map<String, String> comparedPeriods,
            List<ReportBodies.QuestionPart> hiddenChoices,
            Map<String, ChoiceForm> choices,
            List<String> fixedByLink,
            List<String> determined,
            Map<String, List<String>> removedValues,
            List<ProblemBody> problems) {}

    /** @param fixed parameters fixed by the signed link */
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
                ChoiceForm.of(question.chosen().texts()),
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
