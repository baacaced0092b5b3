package plainsieve.server.definitions.model;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import plainsieve.core.question.QuestionLine;
import plainsieve.core.view.Control;
import plainsieve.core.view.ReportOpening;
import plainsieve.core.view.View;

/**
 * A report: what viewers open.
 *
 * @param question the question line: a sentence in which <code>{name}</code> stands for the choice of a parameter
 * @param version incremented by every change
 */
public record Report(
        String id,
        String name,
        String audience,
        String question,
        List<Control> controls,
        List<View> views,
        ReportOpening opening,
        int version) {
    public Report {
        controls = List.copyOf(controls);
        views = List.copyOf(views);
    }

    /** The view with an ID. Throws {@link NotFoundException} if there is none. */
    public View view(String viewId) {
        return views.stream()
                .filter(view -> view.id().equals(viewId))
                .findFirst()
                .orElseThrow(() -> new NotFoundException(
                        "view", viewId, views.stream().map(View::id).toList()));
    }

    /** The queries of its views and of its data age, without duplicates. */
    public Set<String> queryIds() {
        Set<String> ids = new LinkedHashSet<>();
        queriedViews().forEach(view -> ids.add(view.queryId()));
        opening.age().ifPresent(age -> ids.add(age.queryId()));
        return ids;
    }

    /**
     * Whether viewers can set a parameter on its page: it has a control, or occurs in the question line. A report
     * without a question line and controls offers all of them.
     */
    public boolean offers(String parameter) {
        boolean controlled =
                controls.stream().anyMatch(control -> control.parameters().contains(parameter));
        return controlled || inQuestion().contains(parameter) || question.isBlank() && controls.isEmpty();
    }

    /** The parameters that its question line mentions; none when the line cannot be read. */
    public Set<String> inQuestion() {
        return QuestionLine.mentionedIn(question);
    }

    /** The views that query a source. */
    public List<View> queriedViews() {
        return views.stream().filter(View::isQueried).toList();
    }

    public Report withQuestion(String line, ReportOpening how) {
        return new Report(id, name, audience, line, controls, views, how, version);
    }

    public Report withViews(List<View> shown) {
        return new Report(id, name, audience, question, controls, shown, opening, version);
    }

    public Report withControls(List<Control> placed) {
        return new Report(id, name, audience, question, placed, views, opening, version);
    }

    /** The same report under another name. */
    public Report called(String newName, String newAudience) {
        return new Report(id, newName, newAudience, question, controls, views, opening, version);
    }

    /** A copy under another ID and name. */
    public Report as(String newId, String newName) {
        return new Report(newId, newName, audience, question, controls, views, opening, 1);
    }

    public Report withVersion(int newVersion) {
        return new Report(id, name, audience, question, controls, views, opening, newVersion);
    }

    /** The same report with a parameter under its new name. */
    public Report renamed(String from, String to) {
        return new Report(
                id,
                name,
                audience,
                QuestionLine.renamed(question, from, to),
                controls.stream().map(control -> control.renamed(from, to)).toList(),
                views.stream().map(view -> view.renamed(from, to)).toList(),
                opening.renamed(from, to),
                version);
    }
}
