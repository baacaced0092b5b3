package plainsieve.core.sentence;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.rewrite.Measure;
import plainsieve.core.view.ProfiledColumn;

/**
 * The parameters, columns and reports that are known where a sentence is edited.
 *
 * @param columns the output columns of the query, in order
 * @param parameters those of the project, by name
 * @param mentioned the parameters that the query's rows depend on
 * @param missing the functions that the query's database does not support
 * @param reports other reports that a click can open
 */
public record SentenceContext(
        List<ProfiledColumn> columns,
        Map<String, ParameterDefinition> parameters,
        Set<String> mentioned,
        Set<Measure.Function> missing,
        List<TargetReport> reports) {
    /** Nothing. */
    static final SentenceContext NOTHING = new SentenceContext(List.of(), Map.of(), Set.of(), Set.of(), List.of());

    /** A report with the parameters that its viewers choose. */
    public record TargetReport(String id, String name, List<ParameterDefinition> parameters) {
        public TargetReport {
            parameters = List.copyOf(parameters);
        }
    }

    public SentenceContext {
        columns = List.copyOf(columns);
        parameters = Map.copyOf(parameters);
        mentioned = Set.copyOf(mentioned);
        missing = Set.copyOf(missing);
        reports = List.copyOf(reports);
    }

    Optional<ProfiledColumn> column(String name) {
        return columns.stream().filter(column -> column.name().equals(name)).findFirst();
    }
}
