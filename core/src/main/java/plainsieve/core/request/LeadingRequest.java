package plainsieve.core.request;

import java.util.List;
import java.util.Set;
import plainsieve.core.parameter.Choices;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.ProblemException;

/** The request before the SQL of a web-request query, which provides the rows of {@code answer}. */
public interface LeadingRequest {
    /** Where a parameter is in the author's text. */
    record NamedPlaceholder(String name, int start, int end) {}

    Set<String> parameterNames();

    /** In their order. */
    List<NamedPlaceholder> places();

    /** The request with a placeholder for every value. Throws {@link ProblemException} for a choice that its place cannot accept. */
    Statement inFrontOf(Statement sql, Choices choices);
}
