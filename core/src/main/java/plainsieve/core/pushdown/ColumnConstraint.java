package plainsieve.core.pushdown;

import java.util.List;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

/** A constraint that every required row satisfies on a column. Rows without a value do not satisfy it. */
public sealed interface ColumnConstraint {
    String column();

    Type type();

    /** The parameter whose choice it comes from, which may be private; empty where it comes from none. */
    String parameter();

    /** It is one of these. */
    record AllowedSet(String column, Type type, List<Value> values, String parameter) implements ColumnConstraint {
        public AllowedSet {
            values = List.copyOf(values);
        }

        /** Values that no one chose. */
        public AllowedSet(String column, Type type, List<Value> values) {
            this(column, type, values, "");
        }
    }

    /** It is at least, or at most, one value. */
    record Bound(String column, Type type, boolean least, Value value, String parameter) implements ColumnConstraint {}

    /**
     * Whether what is equal here is equal at every source. Texts that a source takes for equal may be more than those that are so
     * here; numbers with a fraction may be fewer, for a source may show them shorter than they are, and moments may be others in
     * another time zone.
     */
    static boolean isEqualEverywhere(Type type) {
        return type == Type.TEXT || type == Type.INTEGER || type == Type.DATE;
    }

    /**
     * Whether what is much less here is less at every source. Where any comparison depends on the column, moments may be kept as
     * texts or as numbers.
     */
    static boolean isOrderedNearly(Type type, Dialect dialect) {
        return type == Type.DECIMAL || type == Type.DATETIME && !dialect.comparesByColumn();
    }

    /** Whether what is less here is less at every source: texts are sorted by their own rules there. */
    static boolean isOrderedEverywhere(Type type) {
        return type == Type.INTEGER || type == Type.DATE;
    }
}
