package plainsieve.core.parameter;

import java.util.List;

/**
 * A converted parameter and what could not be kept.
 *
 * @param lost losses of the conversion, one sentence each; empty if there are none
 */
public record ConvertedParameter(ParameterDefinition parameter, List<String> lost) {
    public ConvertedParameter {
        lost = List.copyOf(lost);
    }

    public static ConvertedParameter without(ParameterDefinition parameter) {
        return new ConvertedParameter(parameter, List.of());
    }
}
