package plainsieve.core.parameter;

import java.math.BigDecimal;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.Map;
import java.util.Optional;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Value;

/**
 * Two parameters of one type that are the ends of a range, both included. Either end may be open.
 *
 * @param from the parameter of the lower end
 * @param to the parameter of the upper end
 */
public record Range(String from, String to) {
    /** The problem of a range whose end comes before its start. */
    public Optional<Problem> check(Map<String, Choice> chosen) {
        Optional<Value> low = singleValue(chosen.get(from));
        Optional<Value> high = singleValue(chosen.get(to));
        if (low.isEmpty() || high.isEmpty() || inOrder(low.get(), high.get())) {
            return Optional.empty();
        }
        return Optional.of(Problem.of(
                        ProblemKind.INVALID_CHOICE,
                        "The range ends at %s, before it begins at %s."
                                .formatted(high.get().written(), low.get().written()),
                        "Choose an end that is not before the start, or leave one of them open.")
                .about(to));
    }

    private static Optional<Value> singleValue(Choice choice) {
        return choice instanceof Choice.One one ? Optional.of(one.value()) : Optional.empty();
    }

    /** Values without a known order, such as text, whose collation is the database's, count as ordered. */
    private static boolean inOrder(Value low, Value high) {
        if (low instanceof Value.Day a && high instanceof Value.Day b) {
            return !b.date().isBefore(a.date());
        }
        if (low instanceof Value.Moment a && high instanceof Value.Moment b) {
            return a.offset().isPresent() != b.offset().isPresent() || !point(b).isBefore(point(a));
        }
        return number(low)
                .flatMap(a -> number(high).map(b -> b.compareTo(a) >= 0))
                .orElse(true);
    }

    private static OffsetDateTime point(Value.Moment moment) {
        return moment.dateTime().atOffset(moment.offset().orElse(ZoneOffset.UTC));
    }

    private static Optional<BigDecimal> number(Value value) {
        if (value instanceof Value.Whole whole) {
            return Optional.of(BigDecimal.valueOf(whole.number()));
        }
        return value instanceof Value.Decimal decimal ? Optional.of(decimal.number()) : Optional.empty();
    }
}
