package plainsieve.server.definitions.project;

import java.util.ArrayList;
import java.util.List;
import plainsieve.server.definitions.model.Usage;

/** The dependents of a query or a source. */
final class Usages {
    private Usages() {}

    /** The views of a query, and the lists and defaults it provides. */
    static List<Usage> ofQuery(Project project, String queryId) {
        List<Usage> uses = new ArrayList<>();
        project.reports().stream()
                .filter(report -> report.queryIds().contains(queryId)
                        || project.draft(report.id()).report().queryIds().contains(queryId))
                .forEach(report -> uses.add(Usage.by(Usage.Kind.REPORT, report.id(), report.name())));
        project.parameters().values().stream()
                .filter(definition -> definition.list().queryId().equals(queryId)
                        || definition.start().queryId().equals(queryId)
                        || definition.rowAccess().queryId().equals(queryId))
                .forEach(definition ->
                        uses.add(Usage.by(Usage.Kind.PARAMETER, definition.name(), ":" + definition.name())));
        QueryReferences.readersOf(project, queryId)
                .forEach(query -> uses.add(Usage.by(Usage.Kind.QUERY, query.id(), query.name())));
        return uses;
    }

    /** The objects that use a source. */
    static List<Usage> ofSource(Project project, String sourceId) {
        List<Usage> uses = new ArrayList<>();
        project.queries().stream()
                .filter(query -> query.sourceId().equals(sourceId))
                .forEach(query -> uses.add(Usage.by(Usage.Kind.QUERY, query.id(), query.name())));
        project.stages().stream()
                .filter(one ->
                        one.sources().containsKey(sourceId) || one.sources().containsValue(sourceId))
                .forEach(one -> uses.add(Usage.by(Usage.Kind.STAGE, one.name(), one.name())));
        project.parameters().values().stream()
                .filter(definition -> definition.list().column().sourceId().equals(sourceId))
                .forEach(definition ->
                        uses.add(Usage.by(Usage.Kind.PARAMETER, definition.name(), ":" + definition.name())));
        return uses;
    }
}
