package plainsieve.server.runs;

import java.util.Map;
import java.util.Set;
import plainsieve.core.parameter.ChoiceText;

/**
 * Choices as they were asked for.
 *
 * @param mayChoose the parameters that choices may be given for; any other is refused
 * @param choices what is chosen; what is not mentioned takes its default (on the bench: its trial value)
 * @param signed choices from a signed link, which nobody can change
 * @param signedOnly parameters that may be chosen by a signed link alone
 * @param trial whether trial values stand in for defaults, as on the bench
 */
public record AskedChoices(
        Set<String> mayChoose,
        Map<String, ChoiceText> choices,
        Map<String, ChoiceText> signed,
        Set<String> signedOnly,
        boolean trial) {
    public AskedChoices {
        mayChoose = Set.copyOf(mayChoose);
        choices = Map.copyOf(choices);
        signed = Map.copyOf(signed);
        signedOnly = Set.copyOf(signedOnly);
    }

    /** Choices of an author, who may choose anything. */
    public static AskedChoices onTheBench(Set<String> mayChoose, Map<String, ChoiceText> choices) {
        return new AskedChoices(mayChoose, choices, Map.of(), Set.of(), true);
    }
}
