package plainsieve.cli;

import java.util.List;
import java.util.Map;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.files.forms.ParameterForm;

/**
 * One query to rewrite.
 *
 * @param parameters explicit definitions; all others are inferred
 * @param filters filters on output columns
 * @param groupBy output columns; aggregates without them return a single row
 * @param aggregates such as {@code count(*)} and {@code sum(delay)}
 * @param cap the row limit, or {@link plainsieve.core.statement.Statement#NO_CAP}
 */
record RewriteJob(
        String dialect,
        String query,
        List<ParameterForm> parameters,
        Map<String, ChoiceText> choices,
        List<FilterExpression> filters,
        List<String> groupBy,
        List<String> aggregates,
        long cap) {
    RewriteJob {
        parameters = List.copyOf(parameters);
        choices = Map.copyOf(choices);
        filters = List.copyOf(filters);
        groupBy = List.copyOf(groupBy);
        aggregates = List.copyOf(aggregates);
    }
}
