package plainsieve.core.view;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** An input of a report, by which viewers choose. */
public sealed interface Control {
    /** What viewers read above it; empty for the parameter's own label. */
    String label();

    /** The parameters it chooses, a range's lower end first. */
    List<String> parameters();

    /** Its kind, as one word in the API and in files. */
    String kind();

    /** The same control with a parameter under its new name. */
    Control renamed(String from, String to);

    /** An input for one parameter. */
    record Single(Kind of, String label, String parameter) implements Control {
        @Override
        public List<String> parameters() {
            return List.of(parameter);
        }

        @Override
        public String kind() {
            return of.word();
        }

        @Override
        public Control renamed(String from, String to) {
            return parameter.equals(from) ? new Single(of, label, to) : this;
        }
    }

    /** An input for two parameters that make a range. */
    record Range(RangeKind of, String label, String from, String to) implements Control {
        @Override
        public List<String> parameters() {
            return List.of(from, to);
        }

        @Override
        public String kind() {
            return of.word();
        }

        @Override
        public Control renamed(String before, String after) {
            return new Range(of, label, from.equals(before) ? after : from, to.equals(before) ? after : to);
        }
    }

    /** The kinds for one parameter. What none of them suits is shown as suits the parameter. */
    enum Kind {
        SUITABLE,
        SLICER,
        DROPDOWN,
        SEARCH,
        DATES,
        NUMBERS,
        NUMBER,
        TEXT,
        SWITCH,
        ROWS;

        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }

        public static Optional<Kind> ofWord(String word) {
            return Arrays.stream(values())
                    .filter(kind -> kind.word().equals(word))
                    .findFirst();
        }
    }

    /** The kinds for a range. */
    enum RangeKind {
        DATES,
        NUMBERS;

        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }

        public static Optional<RangeKind> ofWord(String word) {
            return Arrays.stream(values())
                    .filter(kind -> kind.word().equals(word))
                    .findFirst();
        }
    }
}
