package plainsieve.server.definitions.project;

import java.util.List;
import java.util.Map;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.ListDefinition;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Type;
import plainsieve.server.definitions.model.Query;

/**
 * The source of a query that a parameter selects: its value is the ID of a source, such as a database per
 * region, from the parameter's own list and of the query's kind.
 */
public final class SourceChoice {
    private SourceChoice() {}

    /** Whether a parameter can select a source: it is single-value and restricted to its list. */
    public static boolean canBeSaidBy(ParameterDefinition parameter) {
        return parameter.type() == Type.NAME
                && !parameter.many()
                && !parameter.isComputed()
                && !(parameter.list() instanceof ListDefinition.Any);
    }

    /**
     * Throws {@link ProblemException} for a blank choice, an unsuitable source, or a parameter that has become
     * unrestricted. Unlisted values have been rejected before.
     */
    public static String chosen(Project project, Query query, Choice choice) {
        if (!canBeSaidBy(project.parameter(query.sourceParameter()))) {
            throw new ProblemException(Problem.of(
                            ProblemKind.INVALID_SOURCE,
                            ":%s cannot choose the source of “%s”.".formatted(query.sourceParameter(), query.name()),
                            "It must be a single name with a list of sources.")
                    .about(query.sourceParameter()));
        }
        String id = choice instanceof Choice.One one ? one.value().written() : "";
        if (id.isEmpty()) {
            throw new ProblemException(Problem.of(
                            ProblemKind.INVALID_SOURCE,
                            "The source of “%s” is chosen by :%s, which is blank."
                                    .formatted(query.name(), query.sourceParameter()),
                            "Choose one, or give the parameter a default.")
                    .about(query.sourceParameter()));
        }
        if (!possible(project, query).contains(id)) {
            throw new ProblemException(Problem.of(
                            ProblemKind.INVALID_SOURCE,
                            "“%s” is not a source of “%s”.".formatted(id, query.name()),
                            "Choose another, or correct the list of :%s.".formatted(query.sourceParameter()))
                    .about(query.sourceParameter()));
        }
        return id;
    }

    /** The sources of the query's kind. */
    public static List<String> possible(Project project, Query query) {
        return project.sources().entrySet().stream()
                .filter(source -> source.getValue().kind()
                        == project.source(query.sourceId()).kind())
                .map(Map.Entry::getKey)
                .toList();
    }
}
