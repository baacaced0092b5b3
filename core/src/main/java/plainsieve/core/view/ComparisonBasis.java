package plainsieve.core.view;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import plainsieve.core.value.Keyword;

/**
 * The basis of comparison for figures.
 *
 * @param parameter the lower end of the date range that is moved; empty for all rows
 */
public record ComparisonBasis(Kind kind, String parameter) {
    /** Each has a keyword in files. */
    public enum Kind implements Keyword {
        /** The same with nothing chosen. */
        ALL,
        /** The span of the same length before: for whole months, as many months. */
        BEFORE,
        /** The same days a year before. */
        YEAR;

        @Override
        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /** As files and requests write it: {@code all}, {@code before from}, {@code year from}. */
    public String written() {
        return parameter.isEmpty() ? kind.word() : kind.word() + " " + parameter;
    }

    /** The inverse of {@link #written}; empty for other text. */
    public static Optional<ComparisonBasis> read(String written) {
        String[] parts = written.strip().split(" ", 2);
        String parameter = parts.length == 2 ? parts[1].strip() : "";
        return Arrays.stream(Kind.values())
                .filter(kind -> kind.word().equals(parts[0]) && (kind == Kind.ALL) == parameter.isEmpty())
                .map(kind -> new ComparisonBasis(kind, parameter))
                .findFirst();
    }

    ComparisonBasis renamed(String from, String to) {
        return parameter.equals(from) ? new ComparisonBasis(kind, to) : this;
    }
}
