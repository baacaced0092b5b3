package plainsieve.core.pushdown;

import java.util.List;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.SqlFeature;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

/** A constraint that every required row satisfies on a column. Rows without a value do not satisfy it. */
public sealed interface ColumnConstraint {
    String column();

    Type type();

    /** The parameter whose choice it contains, which may be private; empty if there is none. */
    String parameter();

    /** The column equals one of these values. */
    record AllowedSet(String column, Type type, List<Value> values, String parameter) implements ColumnConstraint {
        public AllowedSet {
            values = List.copyOf(values);
        }

        /** Values without a parameter. */
        public AllowedSet(String column, Type type, List<Value> values) {
            this(column, type, values, "");
        }
    }

    /** The column is at least, or at most, one value. */
    record Bound(String column, Type type, boolean least, Value value, String parameter) implements ColumnConstraint {}

    /**
     * Whether equality here equals equality at every source. Sources may consider more text equal
     * (collations) or fewer fractions (rounded display), and timestamps may differ by
     * time zone.
     */
    static boolean isEqualEverywhere(Type type) {
        return type == Type.TEXT || type == Type.INTEGER || type == Type.DATE;
    }

    /**
     * Whether a clearly smaller value here is smaller at every source. With column affinity, timestamps may be stored as
     * text or as numbers.
     */
    static boolean isOrderedNearly(Type type, Dialect dialect) {
        return type == Type.DECIMAL || type == Type.DATETIME && !dialect.has(SqlFeature.COLUMN_AFFINITY);
    }

    /** Whether order here equals order at every source: collations of text may differ. */
    static boolean isOrderedEverywhere(Type type) {
        return type == Type.INTEGER || type == Type.DATE;
    }
}
