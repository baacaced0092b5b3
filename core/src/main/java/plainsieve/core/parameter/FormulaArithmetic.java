package plainsieve.core.parameter;

import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.Optional;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

/** Date and number arithmetic of formulas. */
final class FormulaArithmetic {
    private FormulaArithmetic() {}

    static Optional<Value> of(String name, Choice choice) {
        if (choice instanceof Choice.One one) {
            return Optional.of(one.value());
        }
        if (choice instanceof Choice.Many many && many.values().size() == 1 && !many.withoutValue()) {
            return Optional.of(many.values().get(0));
        }
        if (choice instanceof Choice.Blank) {
            return Optional.empty();
        }
        throw invalid(":%s has several values; a formula needs one.".formatted(name), "Choose one value.");
    }

    static Value caller(String name) {
        if (name.isEmpty()) {
            throw invalid("The caller has no name here.", "Run it as a person, not as a group or by a link.");
        }
        return new Value.Text(name);
    }

    static LocalDate day(Value value) {
        if (value instanceof Value.Day day) {
            return day.date();
        }
        if (value instanceof Value.Moment moment) {
            return moment.dateTime().toLocalDate();
        }
        throw invalid("“%s” is no day.".formatted(value.written()), "Compute days from a date.");
    }

    static Value plus(Formula.Plus plus, Value left, Value amount) {
        if (!(amount instanceof Value.Whole whole)) {
            throw invalid("“%s” cannot be added.".formatted(amount.written()), "Add a whole number, such as 7 days.");
        }
        try {
            long more = plus.minus() ? Math.negateExact(whole.number()) : whole.number();
            if (plus.period().isPresent()) {
                return new Value.Day(plus.period().get().plus(day(left), more));
            }
            return number(left, more);
        } catch (ArithmeticException | DateTimeException e) {
            throw invalid("The result is outside the calendar.", "Add or subtract less.");
        }
    }

    private static Value number(Value left, long more) {
        if (left instanceof Value.Whole number) {
            return new Value.Whole(Math.addExact(number.number(), more));
        }
        if (left instanceof Value.Decimal decimal) {
            return new Value.Decimal(decimal.number().add(BigDecimal.valueOf(more)));
        }
        throw invalid(
                "The unit of %d is missing in “%s”.".formatted(more, left.written()),
                "Write days, weeks, months, quarters or years after the number.");
    }

    static Optional<Value> as(Type type, Value value) {
        if (value.type() == type) {
            return Optional.of(value);
        }
        return switch (type) {
            case TEXT -> Optional.of(new Value.Text(value.written()));
            case DATETIME ->
                value instanceof Value.Day day
                        ? Optional.of(new Value.Moment(day.date().atStartOfDay()))
                        : Optional.empty();
            case DATE ->
                value instanceof Value.Moment moment
                        ? Optional.of(new Value.Day(moment.dateTime().toLocalDate()))
                        : Optional.empty();
            case DECIMAL ->
                value instanceof Value.Whole whole
                        ? Optional.of(new Value.Decimal(BigDecimal.valueOf(whole.number())))
                        : Optional.empty();
            default -> Optional.empty();
        };
    }

    private static ProblemException invalid(String message, String advice) {
        return new ProblemException(Problem.of(ProblemKind.INVALID_FORMULA, message, advice));
    }
}
