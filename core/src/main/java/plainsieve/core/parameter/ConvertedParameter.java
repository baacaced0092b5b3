package plainsieve.core.parameter;

import java.util.List;

/**
 * A parameter that was switched to something else: what could be kept is in it.
 *
 * @param lost what could not be kept, one sentence each; empty when nothing was lost
 */
public record ConvertedParameter(ParameterDefinition parameter, List<String> lost) {
    public ConvertedParameter {
        lost = List.copyOf(lost);
    }

    public static ConvertedParameter without(ParameterDefinition parameter) {
        return new ConvertedParameter(parameter, List.of());
    }
}
