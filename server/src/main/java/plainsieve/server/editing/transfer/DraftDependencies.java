package plainsieve.server.editing.transfer;

import java.util.LinkedHashSet;
import java.util.Set;
import java.util.stream.Stream;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.project.Project;

/**
 * The objects that drafts of reports use.
 *
 * @param queries their ids
 * @param parameters their names
 */
record DraftDependencies(Set<String> queries, Set<String> parameters) {
    static DraftDependencies of(Project project) {
        DraftDependencies needed = new DraftDependencies(new LinkedHashSet<>(), new LinkedHashSet<>());
        project.reports().stream()
                .map(report -> project.draft(report.id()))
                .filter(draft -> !draft.published()
                        || !draft.report().equals(project.report(draft.report().id())))
                .forEach(draft -> needed.add(project.drafted(draft.report().id()), draft.report()));
        return needed;
    }

    private void add(Project drafted, Report report) {
        queries.addAll(report.queryIds());
        drafted.parametersOf(report).stream()
                .filter(drafted.parameters()::containsKey)
                .map(drafted::parameter)
                .forEach(this::add);
    }

    private void add(ParameterDefinition definition) {
        parameters.add(definition.name());
        Stream.of(
                        definition.list().queryId(),
                        definition.start().queryId(),
                        definition.rowAccess().queryId())
                .filter(id -> !id.isEmpty())
                .forEach(queries::add);
    }
}
