package plainsieve.core.view;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.question.QuestionLine;

/**
 * A view of a report. Each is one statement at the source.
 *
 * @param id stable within its report
 * @param title in the notation of question lines; may be empty
 * @param queryId the query that it shows; empty for a text
 * @param ignoredParameters parameters that deliberately do not filter this view
 * @param link the target of a click on a group; empty if a click filters the other views
 */
public record View(
        String id,
        String title,
        String queryId,
        ViewContent shown,
        List<String> ignoredParameters,
        Size size,
        Optional<ClickThrough> link) {
    public View {
        ignoredParameters = List.copyOf(ignoredParameters);
    }

    /** A view that every choice counts for, of the size that suits its kind. */
    public static View of(String id, String title, String queryId, ViewContent content) {
        return new View(id, title, queryId, content, List.of(), Size.USUAL, Optional.empty());
    }

    /** Whether it queries a source; a text does not. */
    public boolean isQueried() {
        return !(shown instanceof ViewContent.Text);
    }

    /** The title; the kind where it has none. */
    public String titleOrKind() {
        return title.isEmpty() ? shown.kind().word() : title;
    }

    /** The parameters that it uses itself, in addition to those of its query. */
    public Set<String> parameters() {
        Set<String> names = new HashSet<>(shown.parameters());
        names.addAll(QuestionLine.mentionedIn(title));
        return names;
    }

    /** The same view under another id. */
    public View withId(String newId) {
        return new View(newId, title, queryId, shown, ignoredParameters, size, link);
    }

    public View titled(String newTitle) {
        return new View(id, newTitle, queryId, shown, ignoredParameters, size, link);
    }

    public View showing(ViewContent other) {
        return new View(id, title, queryId, other, ignoredParameters, size, link);
    }

    public View of(String otherQueryId) {
        return new View(id, title, otherQueryId, shown, ignoredParameters, size, link);
    }

    public View setAside(List<String> parameters) {
        return new View(id, title, queryId, shown, parameters, size, link);
    }

    public View leading(Optional<ClickThrough> other) {
        return new View(id, title, queryId, shown, ignoredParameters, size, other);
    }

    public View sized(Size other) {
        return new View(id, title, queryId, shown, ignoredParameters, other, link);
    }

    /** The same view with a parameter under its new name. */
    public View renamed(String from, String to) {
        return new View(
                id,
                QuestionLine.renamed(title, from, to),
                queryId,
                shown.renamed(from, to),
                ignoredParameters.stream()
                        .map(name -> name.equals(from) ? to : name)
                        .toList(),
                size,
                link.map(one -> one.parameter().equals(from) ? new ClickThrough(one.reportId(), to) : one));
    }
}
