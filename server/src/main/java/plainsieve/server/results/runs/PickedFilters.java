package plainsieve.server.results.runs;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import plainsieve.core.dialect.DatePart;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.ChoiceReader;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.rewrite.ValueGrouping;
import plainsieve.core.rewrite.filter.AddedFilter;
import plainsieve.core.rewrite.filter.PickedValueType;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Type;

/**
 * Filters picked in bars, points and groups. Each gets its own parameters with reserved
 * names. A time unit or a band is a range that includes its first value and excludes that of the next.
 */
final class PickedFilters {
    private final Map<String, Parameter> used;
    private final Map<String, Choice> choices;
    private final List<AddedFilter> filters = new ArrayList<>();

    /** Both maps are extended by the picks. */
    PickedFilters(Map<String, Parameter> used, Map<String, Choice> choices) {
        this.used = used;
        this.choices = choices;
    }

    List<AddedFilter> of(List<RunRequest.ColumnFilter> picked) {
        picked.forEach(this::add);
        return filters;
    }

    private void add(RunRequest.ColumnFilter filter) {
        ResultShape.Key key = ResultShape.Key.read(filter.column());
        if (key.cut().isEmpty()) {
            Type type = PickedValueType.of(filter.type(), filter.values().values());
            String name = chosen(type, true, filter.values());
            boolean valuesAlone = filter.values().kind() == ChoiceText.Kind.VALUES
                    && !filter.values().withoutValue();
            filters.add(
                    valuesAlone ? AddedFilter.anyValueOf(key.column(), name) : AddedFilter.anyOf(key.column(), name));
        } else if (filter.values().values().isEmpty()) {
            filters.add(AddedFilter.withoutValue(key.column()));
        } else {
            addRange(key.column(), key.cut().get(), filter.values().values().get(0));
        }
    }

    private void addRange(String column, ValueGrouping valueGrouping, String first) {
        Ends ends = valueGrouping instanceof ValueGrouping.NumericBands numericBands
                ? band(numericBands, first)
                : stretch(((ValueGrouping.ByDatePart) valueGrouping).part(), first);
        String from = chosen(ends.type(), false, ChoiceText.of(ends.first()));
        String before = chosen(ends.type(), false, ChoiceText.of(ends.next()));
        filters.add(AddedFilter.compared(column, AddedFilter.Comparison.GREATER_OR_EQUAL, from));
        filters.add(AddedFilter.compared(column, AddedFilter.Comparison.LESS, before));
    }

    /** @param next the first value after it */
    private record Ends(Type type, String first, String next) {}

    private static Ends band(ValueGrouping.NumericBands numericBands, String first) {
        try {
            BigDecimal least = new BigDecimal(first);
            return new Ends(Type.DECIMAL, first, least.add(numericBands.width()).toPlainString());
        } catch (NumberFormatException e) {
            throw unreadable(first);
        }
    }

    private static Ends stretch(DatePart part, String first) {
        try {
            LocalDate day = LocalDate.parse(first);
            LocalDate next =
                    switch (part) {
                        case DAY -> day.plusDays(1);
                        case WEEK -> day.plusWeeks(1);
                        case MONTH -> day.plusMonths(1);
                        case QUARTER -> day.plusMonths(3);
                        case YEAR -> day.plusYears(1);
                        case WEEKDAY, HOUR -> throw unreadable(first);
                    };
            return new Ends(Type.DATE, first, next.toString());
        } catch (DateTimeParseException e) {
            throw unreadable(first);
        }
    }

    private static ProblemException unreadable(String picked) {
        return new ProblemException(Problem.of(
                ProblemKind.INVALID_FILTER, "“%s” cannot be picked.".formatted(picked), "Open the report again."));
    }

    private String chosen(Type type, boolean many, ChoiceText values) {
        int number = 1;
        while (used.containsKey("added_" + number)) {
            number++;
        }
        String name = "added_" + number;
        Parameter parameter = many ? Parameter.of(name, type).asMultiple() : Parameter.of(name, type);
        used.put(name, parameter);
        choices.putAll(ChoiceReader.readAll(Map.of(name, parameter), Map.of(name, values)));
        return name;
    }
}
