package plainsieve.server.runs;

import java.util.Map;
import java.util.Set;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.server.people.Asker;

/**
 * Choices as they were asked for.
 *
 * @param asker who asks, with the choices that are fixed for them
 * @param mayChoose the parameters that choices may be given for; any other is refused
 * @param choices what is chosen; what is not mentioned takes its default (on the bench: its trial value)
 * @param signedOnly parameters that are chosen only by what is fixed for the asker
 * @param trial whether trial values stand in for defaults, as on the bench
 */
public record AskedChoices(
        Asker asker, Set<String> mayChoose, Map<String, ChoiceText> choices, Set<String> signedOnly, boolean trial) {
    public AskedChoices {
        mayChoose = Set.copyOf(mayChoose);
        choices = Map.copyOf(choices);
        signedOnly = Set.copyOf(signedOnly);
    }

    /** Choices of a reader. */
    public static AskedChoices of(Asker asker, Set<String> mayChoose, Map<String, ChoiceText> choices) {
        return new AskedChoices(asker, mayChoose, choices, Set.of(), false);
    }

    /** Choices of an author, who may choose anything. */
    public static AskedChoices onTheBench(Asker asker, Set<String> mayChoose, Map<String, ChoiceText> choices) {
        return new AskedChoices(asker, mayChoose, choices, Set.of(), true);
    }
}
