package plainsieve.core.view;

import java.util.Optional;

/**
 * One of the statements of a view: main, comparison, totals, or a group level. Most views have one statement; some have a second
 * one next to or below it.
 */
public sealed interface ViewPart {
    /** As requests write it. */
    String word();

    /** What the view shows first. */
    record Main() implements ViewPart {
        @Override
        public String word() {
            return "main";
        }
    }

    /** What its figures are compared with. */
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

    /** What lies under a group. @param depth how many levels are above it: 1 is under a group of the first level */
    record Under(int depth) implements ViewPart {
        @Override
        public String word() {
            return "under " + depth;
        }
    }

    ViewPart MAIN = new Main();

    /** Reads {@code main}, {@code compared}, {@code totals} and {@code under 1}; nothing for anything else. */
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
