package plainsieve.server.results.rehearsal;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.ListedValue;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.rehearsal.RehearsalParameter;
import plainsieve.core.value.ProblemException;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.results.runs.ChoiceResolver;
import plainsieve.server.sources.lists.ListScope;
import plainsieve.server.sources.lists.ValueLists;
import plainsieve.sources.SourceFailure;

/** Collects the facts about each parameter before a rehearsal. */
@Component
class RehearsalSetup {
    private static final Logger LOG = LoggerFactory.getLogger(RehearsalSetup.class);
    private static final double NANOS_PER_MILLI = 1e6;

    private final ChoiceResolver choiceResolver;
    private final ValueLists lists;

    RehearsalSetup(ChoiceResolver choiceResolver, ValueLists lists) {
        this.choiceResolver = choiceResolver;
        this.lists = lists;
    }

    /** @param listMillis receives the loading time of each list, by parameter */
    List<RehearsalParameter> rehearsed(DraftOrders.OnStage on, Map<String, Double> listMillis) {
        Project project = on.project();
        return project.parametersOf(on.report()).stream()
                .filter(project.parameters()::containsKey)
                .map(project::parameter)
                .filter(definition -> !definition.isComputed())
                .map(definition -> rehearsed(on, definition, listMillis))
                .toList();
    }

    private RehearsalParameter rehearsed(
            DraftOrders.OnStage on, ParameterDefinition definition, Map<String, Double> listMillis) {
        List<String> listed = new ArrayList<>();
        if (definition.list().exists()) {
            long start = System.nanoTime();
            try {
                ListScope scope = new ListScope(on.project(), on.caller());
                lists.refreshed(definition, scope, usual(on, definition)).values().stream()
                        .map(ListedValue::value)
                        .forEach(listed::add);
            } catch (SourceFailure | ProblemException e) {
                LOG.debug("The value list of :{} could not be loaded", definition.name(), e);
            }
            listMillis.put(definition.name(), (System.nanoTime() - start) / NANOS_PER_MILLI);
        }
        return new RehearsalParameter(
                definition.toParameter(),
                listed,
                definition.list().exists(),
                definition.bounds().minimum(),
                definition.bounds().maximum(),
                definition.rangeEnd(),
                opening(on, definition));
    }

    /** The defaults of a list's parents. */
    private Map<String, ChoiceText> usual(DraftOrders.OnStage on, ParameterDefinition definition) {
        Project project = on.project();
        return project.dependencies().allOf(definition.name()).stream()
                .filter(project.parameters()::containsKey)
                .collect(Collectors.toMap(name -> name, name -> opening(on, project.parameter(name))));
    }

    private ChoiceText opening(DraftOrders.OnStage on, ParameterDefinition definition) {
        return choiceResolver
                .opening(on.project(), on.caller(), definition)
                .texts()
                .getOrDefault(definition.name(), ChoiceText.blank());
    }
}
