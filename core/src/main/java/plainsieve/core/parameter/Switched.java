package plainsieve.core.parameter;

import java.util.List;

/**
 * A parameter that was switched to something else: what could be kept is in it.
 *
 * @param lost what could not be kept, one sentence each; empty when nothing was lost
 */
public record Switched(ParameterDefinition parameter, List<String> lost) {
    public Switched {
        lost = List.copyOf(lost);
    }

    public static Switched without(ParameterDefinition parameter) {
        return new Switched(parameter, List.of());
    }
}
