package plainsieve.core.view;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import plainsieve.core.value.Keyword;

/** An input of a report, by which viewers choose. */
public sealed interface Control {
    /** Its appearance on the page. */
    Style style();

    /** The same control, looking differently. */
    Control looking(Style style);

    /** Its label; empty for the parameter's own. */
    default String label() {
        return style().label();
    }

    /**
     * The appearance of a control.
     *
     * @param label for viewers; empty for the parameter's own
     * @param heading its group beside the rows; empty for the heading of its parameter
     */
    record Style(String label, String heading, Position place) {
        public static Style called(String label) {
            return new Style(label, "", Position.BESIDE_ROWS);
        }

        public Style withLabel(String newLabel) {
            return new Style(newLabel, heading, place);
        }

        public Style under(String newHeading) {
            return new Style(label, newHeading, place);
        }

        public Style at(Position newPlace) {
            return new Style(label, heading, newPlace);
        }
    }

    /** Where viewers find a control. */
    enum Position implements Keyword {
        /** Beside the rows, and at its words in the question line. */
        BESIDE_ROWS,
        /** Only at its words in the question line. */
        IN_SENTENCE;

        @Override
        public String word() {
            return name().toLowerCase(Locale.ROOT).replace('_', '-');
        }

        public static Optional<Position> ofWord(String word) {
            return Keyword.find(Position.class, word);
        }
    }

    /** The parameters it chooses, a range's lower end first. */
    List<String> parameters();

    Kind kind();

    /** The same control with a parameter under its new name. */
    Control renamed(String from, String to);

    /** An input for one parameter. */
    record Single(Kind of, Style style, String parameter) implements Control {
        @Override
        public List<String> parameters() {
            return List.of(parameter);
        }

        @Override
        public Kind kind() {
            return of;
        }

        @Override
        public Control renamed(String from, String to) {
            return parameter.equals(from) ? new Single(of, style, to) : this;
        }

        @Override
        public Control looking(Style other) {
            return new Single(of, other, parameter);
        }
    }

    /** An input for two parameters that form a range. */
    record Range(RangeKind of, Style style, String from, String to) implements Control {
        @Override
        public List<String> parameters() {
            return List.of(from, to);
        }

        @Override
        public Kind kind() {
            return of == RangeKind.DATES ? Kind.DATES : Kind.NUMBERS;
        }

        @Override
        public Control renamed(String before, String after) {
            return new Range(of, style, from.equals(before) ? after : from, to.equals(before) ? after : to);
        }

        @Override
        public Control looking(Style other) {
            return new Range(of, other, from, to);
        }
    }

    /** The kinds for one parameter. If none is set, the type of the parameter determines it. */
    enum Kind implements Keyword {
        AUTOMATIC,
        SLICER,
        DROPDOWN,
        SEARCH,
        DATES,
        NUMBERS,
        NUMBER,
        TEXT,
        SWITCH,
        ROWS;

        @Override
        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }

        public static Optional<Kind> ofWord(String word) {
            return Keyword.find(Kind.class, word);
        }
    }

    /** The kinds for a range. */
    enum RangeKind implements Keyword {
        DATES,
        NUMBERS;

        @Override
        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }

        public static Optional<RangeKind> ofWord(String word) {
            return Keyword.find(RangeKind.class, word);
        }
    }
}
