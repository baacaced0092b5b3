package plainsieve.server.editing.revisions;

import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.sentence.parameter.ParameterSentence;
import plainsieve.files.ProjectDifference;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.editing.assist.ParameterContexts;
import plainsieve.server.editing.editor.ReportEditor;

/** Differences between two project states as sentences. */
@Component
public class DifferenceDescription {
    private final ReportEditor reportEditor;
    private final ParameterContexts surroundings;

    DifferenceDescription(ReportEditor reportEditor, ParameterContexts surroundings) {
        this.reportEditor = reportEditor;
        this.surroundings = surroundings;
    }

    /**
     * One line per difference; empty if the text diff shows them all.
     *
     * @param before empty for a new object
     */
    public List<String> of(Optional<Project> before, Project after, ProjectDifference.ChangedObject changed) {
        return switch (changed.kind()) {
            case REPORT -> report(before, after, changed);
            case PARAMETER -> parameter(before, after, changed.id());
            default -> List.of();
        };
    }

    private List<String> report(Optional<Project> before, Project after, ProjectDifference.ChangedObject changed) {
        return changed.change() == ProjectDifference.How.CHANGED
                ? before.map(project -> reportEditor.differences(project, after.report(changed.id())))
                        .orElse(List.of())
                : List.of();
    }

    /** The changed clauses of its sentence. */
    private List<String> parameter(Optional<Project> before, Project after, String name) {
        List<String> was = before.map(project -> clauses(project, name)).orElse(List.of());
        List<String> is = clauses(after, name);
        List<String> gone = was.stream().filter(clause -> !is.contains(clause)).toList();
        List<String> came = is.stream().filter(clause -> !was.contains(clause)).toList();
        return IntStream.range(0, Math.max(gone.size(), came.size()))
                .mapToObj(i -> clause(at(came, i), at(gone, i)))
                .toList();
    }

    private static Optional<String> at(List<String> clauses, int i) {
        return i < clauses.size() ? Optional.of(clauses.get(i)) : Optional.empty();
    }

    private static String clause(Optional<String> is, Optional<String> was) {
        return is.map(now ->
                        "“%s”".formatted(now) + was.map(", was “%s”"::formatted).orElse(""))
                .orElseGet(() -> "no more “%s”".formatted(was.orElse("")));
    }

    private List<String> clauses(Project project, String name) {
        return Optional.ofNullable(project.parameters().get(name))
                .map(definition -> clauses(project, definition))
                .orElse(List.of());
    }

    private List<String> clauses(Project project, ParameterDefinition definition) {
        ParameterSentence sentence = new ParameterSentence(definition, surroundings.toSay(project, definition));
        return Stream.of(sentence.render(), sentence.more())
                .flatMap(part -> Stream.of(part.text().split(";")))
                .map(String::strip)
                .filter(clause -> !clause.isEmpty())
                .toList();
    }

    /** The display name of an object; its ID if it is in neither. */
    public String name(Optional<Project> before, Project after, ProjectDifference.ChangedObject changed) {
        return Stream.concat(Stream.of(after), before.stream())
                .flatMap(project -> name(project, changed).stream())
                .findFirst()
                .orElse(changed.id());
    }

    private static Optional<String> name(Project project, ProjectDifference.ChangedObject changed) {
        String id = changed.id();
        return switch (changed.kind()) {
            case QUERY -> project.hasQuery(id) ? Optional.of(project.query(id).name()) : Optional.empty();
            case REPORT ->
                project.hasReport(id) ? Optional.of(project.report(id).name()) : Optional.empty();
            case PARAMETER -> Optional.of(":" + id);
            default -> Optional.empty();
        };
    }
}
