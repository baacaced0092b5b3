package plainsieve.server.results.runs;

import java.time.Duration;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Service;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.ColumnReference;
import plainsieve.core.parameter.ListDefinition;
import plainsieve.core.parameter.ListedValue;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.value.ProblemException;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.people.Caller;
import plainsieve.server.sources.lists.ListScope;
import plainsieve.server.sources.lists.ValueLists;

/** Value lists for controls: with complete and checked choices of their parents. */
@Service
public class ListRequests {
    private final ChoiceResolver choiceResolver;
    private final ValueLists lists;

    ListRequests(ChoiceResolver choiceResolver, ValueLists lists) {
        this.choiceResolver = choiceResolver;
        this.lists = lists;
    }

    /**
     * A requested list.
     *
     * @param choices the choices, including those of the parameters the list depends on
     * @param trial whether trial values replace missing choices
     */
    public record ListRequest(
            Project project,
            Caller caller,
            ParameterDefinition definition,
            Map<String, ChoiceText> choices,
            boolean trial) {
        private ListScope who() {
            return new ListScope(project, caller);
        }
    }

    /** Values of a list. Throws {@link ProblemException} when a parent's choice cannot be used. */
    public ValueLists.ValueList values(ListRequest wanted, ValueLists.ListPage part) {
        Map<String, ChoiceText> parents = parents(wanted);
        return part.isWhole()
                ? lists.of(wanted.definition(), wanted.who(), parents)
                : lists.search(wanted.definition(), wanted.who(), parents, part);
    }

    /** The same list, queried again. */
    public ValueLists.ValueList refreshed(ListRequest wanted) {
        return lists.refreshed(wanted.definition(), wanted.who(), parents(wanted));
    }

    /** Those of the chosen values that are on the list, with their labels. */
    public List<ListedValue> named(ListRequest wanted) {
        ChoiceText text = wanted.choices().getOrDefault(wanted.definition().name(), ChoiceText.blank());
        return lists.named(wanted.definition(), wanted.who(), parents(wanted), text.values());
    }

    private Map<String, ChoiceText> parents(ListRequest wanted) {
        Project project = wanted.project();
        Set<String> parents = project.behindValues(wanted.definition());
        if (parents.isEmpty()) {
            return Map.of();
        }
        Map<String, ParameterDefinition> all = project.parameters();
        Map<String, ChoiceText> known = new HashMap<>(wanted.choices());
        known.keySet().removeIf(name -> !all.containsKey(name) || all.get(name).isComputed());
        RequestedChoices requested =
                new RequestedChoices(wanted.caller(), all.keySet(), known, Set.of(), wanted.trial());
        return choiceResolver.choose(project, parents, requested).orRefuse().texts();
    }

    /** The values of a column. */
    public ValueLists.ValueList ofColumn(
            Project project, Caller caller, ParameterDefinition definition, ColumnReference column) {
        ListDefinition list = new ListDefinition.FromColumn(column, false, Duration.ZERO);
        return lists.of(definition.withList(list), new ListScope(project, caller), Map.of());
    }
}
