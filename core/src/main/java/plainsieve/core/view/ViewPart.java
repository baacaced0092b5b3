package plainsieve.core.view;

import java.util.Optional;

/**
 * One of the statements of a view: main, comparison, totals, or a group level. Most views have one statement; some have a second
 * in addition.
 */
public sealed interface ViewPart {
    /** As requests write it. */
    String word();

    /** The main content. */
    record Main() implements ViewPart {
        @Override
        public String word() {
            return "main";
        }
    }

    /** The comparison of its figures. */
    record Compared() implements ViewPart {
        @Override
        public String word() {
            return "compared";
        }
    }

    /** The totals below a table. */
    record Totals() implements ViewPart {
        @Override
        public String word() {
            return "totals";
        }
    }

    /** The content of a group. @param depth the number of levels above it: 1 for a group of the first level */
    record Under(int depth) implements ViewPart {
        @Override
        public String word() {
            return "under " + depth;
        }
    }

    ViewPart MAIN = new Main();

    /** Parses {@code main}, {@code compared}, {@code totals} and {@code under 1}; empty for other text. */
    static Optional<ViewPart> read(String word) {
        return switch (word) {
            case "", "main" -> Optional.of(MAIN);
            case "compared" -> Optional.of(new Compared());
            case "totals" -> Optional.of(new Totals());
            default ->
                word.matches("under [1-9]")
                        ? Optional.of(new Under(word.charAt(word.length() - 1) - '0'))
                        : Optional.empty();
        };
    }
}
