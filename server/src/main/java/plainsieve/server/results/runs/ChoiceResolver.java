package plainsieve.server.results.runs;

import java.time.Clock;
import java.time.LocalDate;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Service;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.people.Caller;
import plainsieve.server.runtime.settings.Settings;
import plainsieve.server.sources.lists.ValueLists;

/** Completes and validates requested choices. */
@Service
public class ChoiceResolver {
    private final ValueLists lists;
    private final Clock clock;
    private final Settings settings;

    ChoiceResolver(ValueLists lists, Clock clock, Settings settings) {
        this.lists = lists;
        this.clock = clock;
        this.settings = settings;
    }

    /**
     * The choices of some parameters and of their dependencies.
     *
     * @param needed names; undefined ones are left to the caller
     */
    public ResolvedChoices choose(Project project, Set<String> needed, RequestedChoices requested) {
        return new ChoiceResolution(project, requested, lists, today()).choose(needed);
    }

    /** A parameter as it opens right now, other parameters having their defaults. */
    public ResolvedChoices opening(Project project, Caller caller, ParameterDefinition definition) {
        return choose(project, Set.of(definition.name()), RequestedChoices.of(caller, Set.of(), Map.of()));
    }

    /** Today in the time zone of the project. */
    private LocalDate today() {
        return LocalDate.now(clock.withZone(settings.zone()));
    }
}
