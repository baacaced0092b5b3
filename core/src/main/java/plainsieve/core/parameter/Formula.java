package plainsieve.core.parameter;

import java.time.LocalDate;
import java.time.temporal.IsoFields;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import plainsieve.core.value.Period;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

/**
 * How a value is worked out from today and from other parameters: {@code first day of last month}, {@code fiscal year of
 * :day from April}. The notation is described in docs/formulas.md and read by {@link #read}.
 */
public sealed interface Formula {
    /** Reads the notation. Throws {@link ProblemException} that says what was expected where. */
    static Formula read(String text) {
        return new FormulaReader(text).read();
    }

    record Today() implements Formula {}

    /** The name that anyone who asks signs in with. */
    record Resolver() implements Formula {}

    record Constant(Value value) implements Formula {}

    record Parameter(String name) implements Formula {}

    /** The first or the last day of the period in which a day lies. */
    record EdgeOf(boolean first, Span span, Formula day) implements Formula {}

    /** The number of the year, quarter, month or day in which a day lies. */
    record PartOf(Span span, Formula day) implements Formula {}

    /** A day some periods later; a whole number more where there is no period. */
    record Plus(Formula left, Formula amount, Optional<Period> period, boolean minus) implements Formula {}

    /**
     * A stretch of days. A fiscal year is named for the calendar year in which it ends.
     *
     * @param fiscalStart the month in which a fiscal year begins, 1 to 12; 1 for all others
     */
    record Span(Period period, int fiscalStart) {
        LocalDate first(LocalDate day) {
            return fiscalStart == 1 ? period.first(day) : back(Period.YEAR.first(forward(day)));
        }

        LocalDate last(LocalDate day) {
            return fiscalStart == 1
                    ? period.last(day)
                    : back(Period.YEAR.after(forward(day))).minusDays(1);
        }

        long number(LocalDate day) {
            return switch (period) {
                case DAY -> day.getDayOfMonth();
                case WEEK -> day.get(IsoFields.WEEK_OF_WEEK_BASED_YEAR);
                case MONTH -> day.getMonthValue();
                case QUARTER -> day.get(IsoFields.QUARTER_OF_YEAR);
                case YEAR -> fiscalStart == 1 ? day.getYear() : forward(day).getYear();
            };
        }

        private static final int MONTHS = 12;

        /* A fiscal year is a calendar year when time is moved; first days of months move without loss. */
        private LocalDate forward(LocalDate day) {
            return day.withDayOfMonth(1).plusMonths((long) MONTHS + 1 - fiscalStart);
        }

        private LocalDate back(LocalDate day) {
            return day.minusMonths((long) MONTHS + 1 - fiscalStart);
        }
    }

    /** The names of the parameters in it. */
    default Set<String> parameters() {
        Set<String> names = new TreeSet<>();
        if (this instanceof Parameter parameter) {
            names.add(parameter.name());
        } else if (this instanceof EdgeOf edge) {
            names.addAll(edge.day().parameters());
        } else if (this instanceof PartOf part) {
            names.addAll(part.day().parameters());
        } else if (this instanceof Plus plus) {
            names.addAll(plus.left().parameters());
            names.addAll(plus.amount().parameters());
        }
        return names;
    }

    /**
     * Works the value out.
     *
     * @param today the day in the time zone of the project
     * @param caller the name of who asks; empty where no one asks by name
     * @param choices what is chosen for each parameter
     * @return nothing when a parameter in it is blank
     * @throws ProblemException when a parameter in it has several values, values do not go together, or it is about someone who
     *     asks and no one does: blank would represent anybody
     */
    default Optional<Value> value(LocalDate today, String caller, Function<String, Choice> choices) {
        if (this instanceof Today) {
            return Optional.of(new Value.Day(today));
        }
        if (this instanceof Resolver) {
            return Optional.of(FormulaArithmetic.caller(caller));
        }
        if (this instanceof Constant fixed) {
            return Optional.of(fixed.value());
        }
        if (this instanceof Parameter parameter) {
            return FormulaArithmetic.of(parameter.name(), choices.apply(parameter.name()));
        }
        if (this instanceof EdgeOf edge) {
            return edge.day()
                    .value(today, caller, choices)
                    .map(FormulaArithmetic::day)
                    .map(day ->
                            edge.first() ? edge.span().first(day) : edge.span().last(day))
                    .map(Value.Day::new);
        }
        if (this instanceof PartOf part) {
            return part.day()
                    .value(today, caller, choices)
                    .map(FormulaArithmetic::day)
                    .map(day -> new Value.Whole(part.span().number(day)));
        }
        Plus plus = (Plus) this;
        return plus.left().value(today, caller, choices).flatMap(left -> plus.amount()
                .value(today, caller, choices)
                .map(amount -> FormulaArithmetic.plus(plus, left, amount)));
    }

    /** The value as one of a type: a day is also a moment, a whole number also a decimal, anything a text. */
    static Value as(Type type, Value value) {
        return FormulaArithmetic.as(type, value)
                .orElseThrow(() -> new ProblemException(Problem.of(
                        "formula-type",
                        "The formula returns a %s, but a %s is required."
                                .formatted(value.type().inWords(), type.inWords()),
                        "Change the type of the parameter, or the formula.")));
    }
}
