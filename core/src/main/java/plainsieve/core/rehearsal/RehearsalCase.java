package plainsieve.core.rehearsal;

import java.util.Map;
import plainsieve.core.parameter.ChoiceText;

/**
 * One case to try.
 *
 * @param name what is tried: blank, one value, a quote, …
 * @param choices what is chosen; every other parameter keeps its default
 * @param refusal whether it ought to be refused, with words for the viewer, before anything is sent
 */
public record RehearsalCase(String name, Map<String, ChoiceText> choices, boolean refusal) {
    public RehearsalCase {
        choices = Map.copyOf(choices);
    }
}
