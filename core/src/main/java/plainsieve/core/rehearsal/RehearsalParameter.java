package plainsieve.core.rehearsal;

import java.util.List;
import java.util.Optional;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Parameter;

/**
 * A parameter in a rehearsal.
 *
 * @param listed the values of its list, or a sample; may be empty
 * @param hasList whether only listed values are permitted
 * @param minimum the smallest permitted value; empty if unbounded
 * @param maximum the largest permitted value; empty if unbounded
 * @param rangeEnd the parameter that is the upper bound of the range; otherwise empty
 * @param usual the default, used while others are tried
 */
public record RehearsalParameter(
        Parameter parameter,
        List<String> listed,
        boolean hasList,
        String minimum,
        String maximum,
        String rangeEnd,
        ChoiceText usual) {
    public RehearsalParameter {
        listed = List.copyOf(listed);
    }

    /** The other end of its range, if that may be blank. */
    Optional<String> openOther(List<RehearsalParameter> all) {
        return all.stream()
                .filter(other -> other.parameter().name().equals(rangeEnd)
                        || other.rangeEnd().equals(parameter.name()))
                .filter(other -> other.parameter().blankRule() != BlankRule.NOT_ALLOWED)
                .map(other -> other.parameter().name())
                .findFirst();
    }
}
