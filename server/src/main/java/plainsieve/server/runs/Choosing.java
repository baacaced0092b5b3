package plainsieve.server.runs;

import java.time.Clock;
import java.time.LocalDate;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Service;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.server.Settings;
import plainsieve.server.lists.ValueLists;
import plainsieve.server.project.ChoiceBody;
import plainsieve.server.project.ParameterDefinition;
import plainsieve.server.project.ParameterGraph;
import plainsieve.server.project.Parameters;

/** Makes choices complete and checks them: the one place where what was asked for becomes what is sent. */
@Service
public class Choosing {
    private final Parameters parameters;
    private final ParameterGraph graph;
    private final ValueLists lists;
    private final Clock clock;
    private final Settings settings;

    Choosing(Parameters parameters, ParameterGraph graph, ValueLists lists, Clock clock, Settings settings) {
        this.parameters = parameters;
        this.graph = graph;
        this.lists = lists;
        this.clock = clock;
        this.settings = settings;
    }

    /**
     * The choices for some parameters, and for all that these need.
     *
     * @param needed names; those that are no parameters are left to whoever reads the text
     */
    public Chosen choose(Set<String> needed, AskedChoices asked) {
        Map<String, ParameterDefinition> known = parameters.all();
        return new ChoosingRun(known, graph.of(known), parameters.formerNames(), asked, lists, today()).choose(needed);
    }

    /** The default of a parameter as it is right now, other parameters having theirs. */
    public ChoiceBody defaultNow(ParameterDefinition definition) {
        AskedChoices nothing = new AskedChoices(Set.of(), Map.of(), Map.of(), Set.of(), false);
        Chosen chosen = choose(Set.of(definition.name()), nothing);
        ChoiceText text = chosen.texts().getOrDefault(definition.name(), ChoiceText.blank());
        return ChoiceBody.of(text);
    }

    /** The parameters that another one's list and formulas depend on. */
    public Set<String> needs(String name) {
        return graph.of(parameters.all()).allOf(name);
    }

    /** Today in the time zone of the project. */
    public LocalDate today() {
        return LocalDate.now(clock.withZone(settings.zone()));
    }
}
