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
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

/**
 * A value computed from today's date and other parameters: {@code first day of last month}, {@code fiscal year of
 * :day from April}. The notation is described in docs/formulas.md and read by {@link #read}.
 */
public sealed interface Formula {
    /** Parses the notation. Throws {@link ProblemException} with the position and what was expected. */
    static Formula read(String text) {
        return new FormulaReader(text).read();
    }

    record Today() implements Formula {}

    /** The sign-in name of the caller. */
    record Resolver() implements Formula {}

    record Constant(Value value) implements Formula {}

    record Parameter(String name) implements Formula {}

    /** The first or last day of the period that contains a day. */
    record EdgeOf(boolean first, Span span, Formula day) implements Formula {}

    /** The number of the year, quarter, month or day that contains a day. */
    record PartOf(Span span, Formula day) implements Formula {}

    /** A day moved by a number of periods; an integer sum without a period. */
    record Plus(Formula left, Formula amount, Optional<Period> period, boolean minus) implements Formula {}

    /**
     * A period of days. A fiscal year is named after the calendar year in which it ends.
     *
     * @param fiscalStart the first month of a fiscal year, 1 to 12; 1 for all others
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
     * Evaluates the formula.
     *
     * @param today the date in the time zone of the project
     * @param caller the name of the caller; empty for anonymous callers
     * @param choices the choice of each parameter
     * @return empty if a parameter in it is blank
     * @throws ProblemException if a parameter has several values, types are incompatible, or it uses the caller's name
     *     and the caller is anonymous: blank would mean everyone
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

    /** The value converted to a type: a date to a timestamp, an integer to a decimal, anything to text. */
    static Value as(Type type, Value value) {
        return FormulaArithmetic.as(type, value)
                .orElseThrow(() -> new ProblemException(Problem.of(
                        ProblemKind.INVALID_FORMULA,
                        "The formula returns a %s, but a %s is required."
                                .formatted(value.type().inWords(), type.inWords()),
                        "Change the type of the parameter, or the formula.")));
    }
}
