package plainsieve.core.parameter;

import java.time.Duration;
import java.util.List;

/** The origin of the values that a parameter may take. */
public sealed interface ListDefinition {
    /** How long a result is fresh by default. */
    Duration USUALLY_KEPT = Duration.ofMinutes(5);

    /** Applies the visitor's method for this kind of list. */
    <R> R accept(Visitor<R> visitor);

    /** A function on every kind of list. No method has a default, so that a new kind does not compile until all handle it. */
    interface Visitor<R> {
        R any(Any list);

        R typed(Typed list);

        R ofColumn(FromColumn list);

        R ofQuery(FromQuery list);
    }

    /** Whether there is a list at all. */
    default boolean exists() {
        return !(this instanceof Any);
    }

    /** Whether the values are queried from a source. */
    default boolean isAsked() {
        return this instanceof FromColumn || this instanceof FromQuery;
    }

    /** The column that contains the values, or with which typed values are compared; without names if there is none. */
    default ColumnReference column() {
        return ColumnReference.NONE;
    }

    /** The typed values; empty for queried lists. */
    default List<ListedValue> typedValues() {
        return List.of();
    }

    /** The query that returns the list; empty for other kinds. */
    default String queryId() {
        return "";
    }

    /** How long a result is fresh; zero queries each time. */
    default Duration cacheTime() {
        return USUALLY_KEPT;
    }

    /** Any value will do. */
    record Any() implements ListDefinition {
        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.any(this);
        }
    }

    /**
     * Values typed by an author.
     *
     * @param column the column to compare them with; without names if unknown
     */
    record Typed(List<ListedValue> typedValues, ColumnReference column) implements ListDefinition {
        public Typed {
            typedValues = List.copyOf(typedValues);
        }

        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.typed(this);
        }
    }

    /**
     * The values of a column.
     *
     * @param counts whether viewers see how many rows each value has
     */
    record FromColumn(ColumnReference column, boolean counts, Duration cacheTime) implements ListDefinition {
        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.ofColumn(this);
        }
    }

    /** The result of a query: the first column contains values, the second labels, the third counts. */
    record FromQuery(String queryId, Duration cacheTime) implements ListDefinition {
        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.ofQuery(this);
        }
    }
}
