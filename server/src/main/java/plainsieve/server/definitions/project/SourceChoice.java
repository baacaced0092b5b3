package plainsieve.server.definitions.project;

import java.util.List;
import java.util.Map;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.ListDefinition;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import plainsieve.server.definitions.model.Query;

/**
 * Which source a query asks, where that is chosen: the value of a parameter is the id of one, a database of each region for
 * example. It is one of the parameter's own list, and of the kind that the query is written for.
 */
public final class SourceChoice {
    private SourceChoice() {}

    /** Whether a parameter can say it: it names one thing, and only what is on its list. */
    public static boolean canBeSaidBy(ParameterDefinition parameter) {
        return parameter.type() == Type.NAME
                && !parameter.many()
                && !parameter.isComputed()
                && !(parameter.list() instanceof ListDefinition.Any);
    }

    /**
     * Throws {@link ProblemException} when nothing is chosen, or no source that can answer the query, or when the parameter would let
     * anything be chosen by now. Unlisted values have been refused before.
     */
    public static String chosen(Project project, Query query, Choice choice) {
        if (!canBeSaidBy(project.parameter(query.sourceParameter()))) {
            throw new ProblemException(Problem.of(
                            "bad-source-choice",
                            ":%s cannot choose the source of “%s”.".formatted(query.sourceParameter(), query.name()),
                            "It must be a single name with a list of sources.")
                    .about(query.sourceParameter()));
        }
        String id = choice instanceof Choice.One one ? one.value().written() : "";
        if (id.isEmpty()) {
            throw new ProblemException(Problem.of(
                            "source-not-chosen",
                            "The source of “%s” is chosen by :%s, which is blank."
                                    .formatted(query.name(), query.sourceParameter()),
                            "Choose one, or give the parameter a default.")
                    .about(query.sourceParameter()));
        }
        if (!possible(project, query).contains(id)) {
            throw new ProblemException(Problem.of(
                            "no-such-source",
                            "“%s” is not a source of “%s”.".formatted(id, query.name()),
                            "Choose another, or correct the list of :%s.".formatted(query.sourceParameter()))
                    .about(query.sourceParameter()));
        }
        return id;
    }

    /** The sources that can answer a query: those of the kind that it is written for. */
    public static List<String> possible(Project project, Query query) {
        return project.sources().entrySet().stream()
                .filter(source -> source.getValue().kind()
                        == project.source(query.sourceId()).kind())
                .map(Map.Entry::getKey)
                .toList();
    }
}
