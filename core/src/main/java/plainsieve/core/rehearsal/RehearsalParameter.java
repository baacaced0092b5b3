package plainsieve.core.rehearsal;

import java.util.List;
import java.util.Optional;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Parameter;

/**
 * A parameter as a rehearsal tries it.
 *
 * @param listed the values of its list, or some that occur; may be empty
 * @param hasList whether only those may be chosen
 * @param minimum the smallest value that may be chosen; empty when there is no limit
 * @param maximum the largest
 * @param rangeEnd the parameter that is the upper bound of the range; else empty
 * @param usual the default: what is while others are tried
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
