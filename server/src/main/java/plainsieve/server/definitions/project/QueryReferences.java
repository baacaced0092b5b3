package plainsieve.server.definitions.project;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.steps.parse.StepLines;
import plainsieve.core.steps.parse.StepReferences;
import plainsieve.server.definitions.model.Query;

/** The references of steps to the queries whose rows they read: by name, or by ID where several queries have the name. */
public final class QueryReferences {
    private QueryReferences() {}

    /** The queries whose draft or published steps read the rows of a query. */
    static List<Query> readersOf(Project project, String queryId) {
        return project.queries().stream()
                .filter(query ->
                        reads(project, query.liveText(), queryId) || reads(project, query.draftText(), queryId))
                .toList();
    }

    private static boolean reads(Project project, String text, String queryId) {
        return references(text).stream()
                .map(project.parts()::queryReferenced)
                .flatMap(Optional::stream)
                .anyMatch(query -> query.id().equals(queryId));
    }

    /**
     * The queries whose references would refer to another query after queries were added or renamed, corrected.
     *
     * @param written the IDs of queries with a new text, whose references are already current
     */
    public static List<Query> corrected(Project before, Project after, Set<String> written) {
        return after.queries().stream()
                .filter(query -> !written.contains(query.id()))
                .map(query -> query.saying(
                        corrected(query.draftText(), before.parts(), after.parts()),
                        corrected(query.liveText(), before.parts(), after.parts())))
                .filter(query -> !query.equals(after.query(query.id())))
                .toList();
    }

    private static String corrected(String text, ProjectParts before, ProjectParts after) {
        String corrected = text;
        for (String reference : references(text)) {
            Optional<Query> meant = before.queryReferenced(reference)
                    .map(query -> after.queries().get(query.id()));
            if (meant.isPresent() && !after.queryReferenced(reference).equals(meant)) {
                corrected = StepReferences.withQueryRenamed(corrected, reference, after.referenceTo(meant.get()));
            }
        }
        return corrected;
    }

    private static List<String> references(String text) {
        return StepLines.isSteps(text)
                ? StepReferences.queries(text).stream()
                        .map(StepReferences.QueryReference::name)
                        .distinct()
                        .toList()
                : List.of();
    }
}
