package plainsieve.core.fixed;

import java.util.List;
import java.util.Optional;
import plainsieve.core.catalogue.ComparedColumn;
import plainsieve.core.parameter.Covers;
import plainsieve.core.sql.TextEdit;
import plainsieve.core.value.Place;
import plainsieve.core.value.Type;

/**
 * A literal of a query that viewers could choose, or several that belong together: the items of a list, the ends of a
 * range, the same value of the same column at two places.
 *
 * @param places every literal, in written order
 * @param column what it is compared with; nothing for limits, arguments, and what stands deeper in an expression
 * @param holes the parameter it becomes; two for a range, the lower end first
 * @param edits what makes it one
 */
public record FixedValue(
        Kind kind, List<Place> places, Optional<ComparedColumn> column, List<Hole> holes, List<TextEdit> edits) {
    /** Where it stands. */
    public enum Kind {
        COMPARED,
        LIST,
        RANGE,
        LIMIT,
        ARGUMENT,
        /** Somewhere inside a condition, as in {@code abs(x - 5) > y}. */
        WITHIN
    }

    /**
     * The parameter that takes its place.
     *
     * @param values the old value, as a choice is written; several for a list
     */
    public record Hole(String name, Type type, boolean many, Covers covers, List<String> values) {
        public Hole {
            values = List.copyOf(values);
        }

        Hole named(String other) {
            return new Hole(other, type, many, covers, values);
        }
    }

    public FixedValue {
        places = List.copyOf(places);
        holes = List.copyOf(holes);
        edits = List.copyOf(edits);
    }
}
