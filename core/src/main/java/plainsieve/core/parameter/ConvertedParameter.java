package plainsieve.core.parameter;

import java.util.List;

/**
 * A converted parameter and what could not be kept.
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
