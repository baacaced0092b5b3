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
 * @param places every literal in text order
 * @param column the compared column; empty for limits, arguments, and nested expressions
 * @param placeholders the parameter it becomes; two for a range, the lower end first
 * @param gaps where the parameter is inserted, and the surrounding text
 * @param gapsForMany the same for a multi-value parameter; empty if that is impossible
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
     * The parameter that replaces it.
     *
     * @param values the old value in choice notation; several for a list
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
     * Where a parameter is inserted.
     *
     * @param hole index of the parameter
     * @param around the surrounding text, with {@code %s} for the parameter
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

    /** The edits that replace it by the proposed parameters. */
    public List<TextEdit> edits() {
        return filled(gaps, placeholders.stream().map(Placeholder::name).toList());
    }

    /** The edits that replace it by other parameters, one per hole, in the same order. */
    public List<TextEdit> editsTo(List<String> names, boolean many) {
        return filled(many ? gapsForMany : gaps, names);
    }

    private static List<TextEdit> filled(List<Gap> gaps, List<String> names) {
        return gaps.stream().map(gap -> gap.filled(names.get(gap.hole()))).toList();
    }
}
