package plainsieve.core.steps.compile;

import java.util.List;
import java.util.Optional;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.steps.model.KnownColumn;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;

/**
 * A query of another source, or one that itself reads several sources.
 *
 * @param text of its author
 * @param columns of its last run; empty if unknown
 * @param around the schema of that query
 */
public record RemoteQuery(
        String source, Dialect dialect, String text, Optional<List<KnownColumn>> columns, SchemaContext around) {
    /** The problem of a query that references itself. */
    public static ProblemException circle(String query) {
        return new ProblemException(Problem.of(
                ProblemKind.CIRCULAR_REFERENCE,
                "Query “%s” would read itself.".formatted(query),
                "Use another query."));
    }
}
