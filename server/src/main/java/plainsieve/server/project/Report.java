package plainsieve.server.project;

/**
 * A report.
 *
 * @param question the question line: a sentence in which <code>{name}</code> stands for the choice of a parameter
 */
public record Report(String id, String name, String audience, String question, ReportDefinition definition) {
    public ReportDefinition.View view(String viewId) {
        return definition.views().stream()
                .filter(view -> view.id().equals(viewId))
                .findFirst()
                .orElseThrow(() -> new NotFound(
                        "view",
                        viewId,
                        definition.views().stream()
                                .map(ReportDefinition.View::id)
                                .toList()));
    }
}
