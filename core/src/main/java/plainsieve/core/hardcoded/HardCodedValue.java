package plainsieve.core.hardcoded;

import java.util.List;
import java.util.Optional;
import plainsieve.core.catalog.ComparedColumn;
import plainsieve.core.parameter.ValueCoverage;
import plainsieve.core.sql.lexer.TextEdit;
import plainsieve.core.value.TextLocation;
import plainsieve.core.value.Type;

/**
 * A literal of a query that could become a parameter, or several that belong together: list items, range ends, repeated values.
 *
 * @param places every literal, in written order
 * @param column what it is compared with; nothing for limits, arguments, and what is deeper in an expression
 * @param placeholders the parameter it becomes; two for a range, the lower end first
 * @param gaps where the parameter is written, and in what
 * @param gapsForMany the same for a parameter that takes many values; empty where such a one cannot be
 */
public record HardCodedValue(
        Kind kind,
        List<TextLocation> places,
        Optional<ComparedColumn> column,
        List<Placeholder> placeholders,
        List<Gap> gaps,
        List<Gap> gapsForMany) {
    /** Where it is. */
    public enum Kind {
        COMPARED,
        LIST,
        RANGE,
        LIMIT,
        ARGUMENT,
        /** Somewhere inside a condition, as in {@code abs(x - 5) > y}. */
        WITHIN,
        /** In a SELECT list, compared or computed with. */
        SELECTED
    }

    /**
     * The parameter that takes its place.
     *
     * @param values the old value, as a choice is written; several for a list
     */
    public record Placeholder(String name, Type type, boolean many, ValueCoverage covers, List<String> values) {
        public Placeholder {
            values = List.copyOf(values);
        }

        Placeholder named(String other) {
            return new Placeholder(other, type, many, covers, values);
        }
    }

    /**
     * Where a parameter is written.
     *
     * @param hole which of the parameters
     * @param around what it is in, with {@code %s} for it
     */
    public record Gap(int hole, int start, int end, String around) {
        TextEdit filled(String name) {
            return new TextEdit(start, end, around.formatted(":" + name));
        }
    }

    public HardCodedValue {
        places = List.copyOf(places);
        placeholders = List.copyOf(placeholders);
        gaps = List.copyOf(gaps);
        gapsForMany = List.copyOf(gapsForMany);
    }

    /** What makes it the parameters that are named by its holes. */
    public List<TextEdit> edits() {
        return filled(gaps, placeholders.stream().map(Placeholder::name).toList());
    }

    /** What makes it other parameters, one for each hole, in the same order. */
    public List<TextEdit> editsTo(List<String> names, boolean many) {
        return filled(many ? gapsForMany : gaps, names);
    }

    private static List<TextEdit> filled(List<Gap> gaps, List<String> names) {
        return gaps.stream().map(gap -> gap.filled(names.get(gap.hole()))).toList();
    }
}
