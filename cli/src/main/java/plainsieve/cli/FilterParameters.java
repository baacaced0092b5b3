package plainsieve.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.ParameterInference;
import plainsieve.core.rewrite.filter.AddedFilter;

/** Adds the parameters of filters under names that the query does not use. */
final class FilterParameters {
    private final Map<String, Parameter> parameters;
    private final Map<String, ChoiceText> choices;

    /** Both are added to. */
    FilterParameters(Map<String, Parameter> parameters, Map<String, ChoiceText> choices) {
        this.parameters = parameters;
        this.choices = choices;
    }

    List<AddedFilter> filters(RewriteJob rewriteJob) {
        return rewriteJob.filters().stream()
                .map(filter -> added(
                        filter,
                        takesList(filter) ? List.of(multiValueParameter(filter)) : singleValueParameters(filter)))
                .toList();
    }

    private static boolean takesList(FilterExpression filter) {
        return filter.test() == FilterExpression.Test.ANY_OF || filter.test() == FilterExpression.Test.NONE_OF;
    }

    private String multiValueParameter(FilterExpression filter) {
        boolean blank = filter.values().isEmpty() && !filter.withoutValue();
        ChoiceText choice = blank
                ? ChoiceText.blank()
                : new ChoiceText(ChoiceText.Kind.VALUES, filter.values(), filter.withoutValue());
        return add(fresh(filter).asMultiple(), choice);
    }

    private List<String> singleValueParameters(FilterExpression filter) {
        List<String> names = new ArrayList<>();
        for (String value : filter.values()) {
            names.add(add(fresh(filter), new ChoiceText(ChoiceText.Kind.VALUES, List.of(value), false)));
        }
        return names;
    }

    private Parameter fresh(FilterExpression filter) {
        String name = Stream.iterate(1, i -> i + 1)
                .map(i -> "added_" + i)
                .filter(candidate -> !parameters.containsKey(candidate))
                .findFirst()
                .orElseThrow();
        return Parameter.of(name, filter.type().orElseGet(() -> ParameterInference.typeOf(filter.values())));
    }

    private String add(Parameter parameter, ChoiceText choice) {
        parameters.put(parameter.name(), parameter);
        choices.put(parameter.name(), choice);
        return parameter.name();
    }

    private static AddedFilter added(FilterExpression filter, List<String> names) {
        return switch (filter.test()) {
            case ANY_OF -> AddedFilter.anyOf(filter.column(), names.get(0));
            case NONE_OF -> AddedFilter.noneOf(filter.column(), names.get(0));
            case COMPARED ->
                AddedFilter.compared(filter.column(), filter.comparison().orElseThrow(), names.get(0));
            case BETWEEN -> AddedFilter.between(filter.column(), names.get(0), names.get(1));
            case LIKE -> AddedFilter.matching(filter.column(), names.get(0));
            case WITHOUT_VALUE -> AddedFilter.withoutValue(filter.column());
            case WITH_VALUE -> AddedFilter.withValue(filter.column());
        };
    }
}
