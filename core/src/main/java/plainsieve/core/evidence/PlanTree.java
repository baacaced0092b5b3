package plainsieve.core.evidence;

import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;

/** Looking into JSON of unknown shape without ever failing. */
final class PlanTree {
    private PlanTree() {}

    static Map<?, ?> map(Object value) {
        return value instanceof Map<?, ?> map ? map : Map.of();
    }

    /** The items of a list; a single value counts as a list of one. */
    static List<?> list(Object value) {
        if (value == null) {
            return List.of();
        }
        return value instanceof List<?> list ? list : List.of(value);
    }

    static String text(Object value) {
        return value == null ? "" : value.toString();
    }

    static OptionalDouble number(Object value) {
        if (value instanceof Number number) {
            return OptionalDouble.of(number.doubleValue());
        }
        try {
            return value == null ? OptionalDouble.empty() : OptionalDouble.of(Double.parseDouble(value.toString()));
        } catch (NumberFormatException e) {
            return OptionalDouble.empty();
        }
    }
}
