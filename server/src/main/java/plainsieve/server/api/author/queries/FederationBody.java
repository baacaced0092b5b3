package plainsieve.server.api.author.queries;

import java.util.List;
import java.util.Optional;
import plainsieve.core.federation.FederatedQueryText;
import plainsieve.core.pushdown.KeyTransfer;
import plainsieve.core.steps.compile.StepsAnalysis;
import plainsieve.core.steps.compile.block.CompiledSteps;
import plainsieve.core.steps.federated.FederatedSteps;
import plainsieve.server.definitions.project.Project;

/**
 * Where steps combine several sources.
 *
 * @param step the first local step, from 0; -1 if there is none
 * @param parts the query of each source; empty if there are problems
 * @param transfers possible key transfers between them
 */
record FederationBody(int step, List<SourcePartBody> parts, List<KeyTransferBody> transfers) {
    private static final FederationBody NONE = new FederationBody(-1, List.of(), List.of());

    /** @param name of its rows */
    record SourcePartBody(String name, String source) {}

    /**
     * @param columns the names of the key columns
     */
    record KeyTransferBody(String from, String to, List<String> columns, TransferDecision decision) {}

    static FederationBody of(Project project, String sourceId, String text, StepsAnalysis analysis) {
        Optional<Integer> line = FederatedSteps.lineHere(text, project.schemaContext(sourceId));
        if (line.isEmpty()) {
            return NONE;
        }
        List<Integer> lines =
                analysis.steps().stream().map(StepsAnalysis.AnalyzedStep::line).toList();
        Optional<String> whole = analysis.made().map(CompiledSteps::sql).filter(FederatedQueryText::isOne);
        return new FederationBody(
                lines.indexOf(line.get()),
                whole.map(FederatedQueryText::read).map(FederatedQueryText::parts).orElse(List.of()).stream()
                        .map(part -> new SourcePartBody(part.name(), part.source()))
                        .toList(),
                whole.map(KeyTransfer::of).orElse(List.of()).stream()
                        .map(travel -> travel(project, travel))
                        .toList());
    }

    private static KeyTransferBody travel(Project project, KeyTransfer travel) {
        TransferDecision decision = project.transferPolicies().stream()
                .filter(one -> one.from().equals(travel.from()) && one.to().equals(travel.to()))
                .map(TransferDecision::of)
                .findFirst()
                .orElse(TransferDecision.OPEN);
        return new KeyTransferBody(
                travel.from(), travel.to(), travel.columns().stream().sorted().toList(), decision);
    }
}
