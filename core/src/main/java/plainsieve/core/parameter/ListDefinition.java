package plainsieve.core.parameter;

import java.time.Duration;
import java.util.List;

/** The origin of the values that a parameter may take. */
public sealed interface ListDefinition {
    /** How long an answer is taken for fresh unless the author says otherwise. */
    Duration USUALLY_KEPT = Duration.ofMinutes(5);

    /** Gives what the visitor has for this kind of list. */
    <R> R accept(Visitor<R> visitor);

    /** An answer for every kind of list. It has no defaults, so that a new kind does not compile until all have one. */
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

    /** Whether a source is asked for it. */
    default boolean isAsked() {
        return this instanceof FromColumn || this instanceof FromQuery;
    }

    /** The column it is about: that has the values, or that typed ones are compared with; without names when there is none. */
    default ColumnReference column() {
        return ColumnReference.NONE;
    }

    /** The values that were typed in; none when they are asked for. */
    default List<ListedValue> typedValues() {
        return List.of();
    }

    /** The query whose answer it is; empty when it is none. */
    default String queryId() {
        return "";
    }

    /** How long an answer is taken for fresh; no time at all asks each time. */
    default Duration kept() {
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
     * Values typed in by hand.
     *
     * @param column what they are compared with; without names when no one said
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
    record FromColumn(ColumnReference column, boolean counts, Duration kept) implements ListDefinition {
        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.ofColumn(this);
        }
    }

    /** The answer of a query: its first column has the values, a second one the labels, a third one the counts. */
    record FromQuery(String queryId, Duration kept) implements ListDefinition {
        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.ofQuery(this);
        }
    }
}
