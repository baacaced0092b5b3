package plainsieve.core.rehearsal;

import java.util.Map;
import plainsieve.core.parameter.ChoiceText;

/**
 * One test case.
 *
 * @param name the tested choice: blank, one value, a quote, …
 * @param choices the tested choices; every other parameter keeps its default
 * @param refusal whether it must be rejected, with a message for the viewer, before anything is sent
 */
public record RehearsalCase(String name, Map<String, ChoiceText> choices, boolean refusal) {
    public RehearsalCase {
        choices = Map.copyOf(choices);
    }
}
