package plainsieve.server.runs;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Service;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.value.ProblemException;
import plainsieve.server.lists.ValueLists;
import plainsieve.server.project.ListDefinition;
import plainsieve.server.project.ListedValue;
import plainsieve.server.project.ParameterDefinition;
import plainsieve.server.project.ParameterGraph;
import plainsieve.server.project.Parameters;

/** Lists as controls ask for them: with what is chosen for their parents, complete and checked. */
@Service
public class ListRequests {
    private final Parameters parameters;
    private final ParameterGraph graph;
    private final Choosing choosing;
    private final ValueLists lists;
    private final SignedChoices signed;

    ListRequests(
            Parameters parameters, ParameterGraph graph, Choosing choosing, ValueLists lists, SignedChoices signed) {
        this.parameters = parameters;
        this.graph = graph;
        this.choosing = choosing;
        this.lists = lists;
        this.signed = signed;
    }

    /**
     * Who asks.
     *
     * @param reportId the report whose signed link may fix parents; empty on the bench
     * @param trial whether trial values stand in for what is not chosen
     */
    public record For(String reportId, String signedToken, boolean trial) {}

    /** Which part of a list is asked for. */
    public record Part(String search, int start, boolean refresh) {
        boolean isWhole() {
            return (search == null || search.isEmpty()) && start == 0;
        }
    }

    /** Values of a list. Throws {@link ProblemException} when a parent's choice cannot be used. */
    public ValueLists.ValueList values(
            ParameterDefinition definition, Map<String, ChoiceText> choices, For who, Part part) {
        Map<String, ChoiceText> parents = parents(definition, choices, who);
        if (part.refresh()) {
            return lists.refreshed(definition, parents);
        }
        return part.isWhole()
                ? lists.of(definition, parents)
                : lists.search(definition, parents, part.search() == null ? "" : part.search(), part.start());
    }

    public List<ListedValue> named(ParameterDefinition definition, Map<String, ChoiceText> choices, For who) {
        ChoiceText text = choices.getOrDefault(definition.name(), ChoiceText.blank());
        return lists.named(definition, parents(definition, choices, who), text.values());
    }

    private Map<String, ChoiceText> parents(ParameterDefinition definition, Map<String, ChoiceText> choices, For who) {
        Set<String> parents = graph.parents(definition);
        if (parents.isEmpty()) {
            return Map.of();
        }
        Map<String, ChoiceText> fixed = new HashMap<>();
        if (who.reportId() != null && !who.reportId().isEmpty()) {
            signed.read(who.reportId(), who.signedToken()).forEach((name, choice) -> fixed.put(name, choice.toText()));
        }
        Map<String, ChoiceText> known = new HashMap<>(choices);
        known.keySet().retainAll(parameters.all().keySet());
        known.keySet().removeIf(name -> parameters.get(name).isComputed());
        AskedChoices asked = new AskedChoices(parameters.all().keySet(), known, fixed, Set.of(), who.trial());
        return choosing.choose(parents, asked).orRefuse().texts();
    }

    /** What a column holds, as the values of a parameter. */
    public ValueLists.ValueList ofColumn(ParameterDefinition definition, ListDefinition.ColumnPlace column) {
        ListDefinition list = new ListDefinition("column", List.of(), "", column, false, 0);
        return lists.of(definition.withList(list), Map.of());
    }
}
