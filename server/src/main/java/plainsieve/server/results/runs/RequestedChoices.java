package plainsieve.server.results.runs;

import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.server.people.Caller;

/**
 * The choices of a request, its caller, and the allowed parameters.
 *
 * @param caller with fixed choices
 * @param mayChoose the parameters that may be set; others are rejected
 * @param choices missing ones have their default (on the bench: their trial value)
 * @param signedOnly parameters that only signed links can set
 * @param trial whether trial values replace defaults, as on the bench
 */
public record RequestedChoices(
        Caller caller, Set<String> mayChoose, Map<String, ChoiceText> choices, Set<String> signedOnly, boolean trial) {
    public RequestedChoices {
        mayChoose = Set.copyOf(mayChoose);
        choices = Map.copyOf(choices);
        signedOnly = Set.copyOf(signedOnly);
    }

    /** Choices of a reader. */
    public static RequestedChoices of(Caller caller, Set<String> mayChoose, Map<String, ChoiceText> choices) {
        return new RequestedChoices(caller, mayChoose, choices, Set.of(), false);
    }

    /** Choices of an author, who may choose anything. */
    public static RequestedChoices onTheBench(Caller caller, Set<String> mayChoose, Map<String, ChoiceText> choices) {
        return new RequestedChoices(caller, mayChoose, choices, Set.of(), true);
    }

    /** The same with some parameters blank. Choices fixed for the caller are kept. */
    public RequestedChoices without(Collection<String> names) {
        Map<String, ChoiceText> rest = new HashMap<>(choices);
        names.stream()
                .filter(name -> !signedOnly.contains(name) && !caller.fixed().containsKey(name))
                .forEach(name -> rest.put(name, ChoiceText.blank()));
        Set<String> all = new HashSet<>(mayChoose);
        all.addAll(names);
        return new RequestedChoices(caller, all, rest, signedOnly, trial);
    }

    /** The same with other choices where permitted. Choices fixed for the caller are kept. */
    RequestedChoices with(Map<String, ChoiceText> others) {
        Map<String, ChoiceText> changed = new HashMap<>(choices);
        others.forEach((name, text) -> {
            if (mayChoose.contains(name)
                    && !signedOnly.contains(name)
                    && !caller.fixed().containsKey(name)) {
                changed.put(name, text);
            }
        });
        return new RequestedChoices(caller, mayChoose, changed, signedOnly, trial);
    }
}
