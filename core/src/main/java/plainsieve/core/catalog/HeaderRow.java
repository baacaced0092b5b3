package plainsieve.core.catalog;

import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * The position of the column names in a file or on a sheet. Rows above it are ignored.
 *
 * @param first the line number, from 1; 0 without names
 * @param count the number of lines: 2 if group headings precede the names, 0 without names
 */
public record HeaderRow(int first, int count) {
    public static final HeaderRow NONE = new HeaderRow(0, 0);

    private static final Pattern WORDS = Pattern.compile("lines? ([1-9][0-9]{0,5})( and ([1-9][0-9]{0,5}))?");
    private static final int OFFERED = 10;
    private static final int PAIRS_OFFERED = 4;

    public static HeaderRow of(int line) {
        return new HeaderRow(line, 1);
    }

    public static HeaderRow ofTwo(int first) {
        return new HeaderRow(first, 2);
    }

    /** The last line of the names; 0 without names. */
    public int last() {
        return first + Math.max(count, 1) - 1;
    }

    public boolean has(int line) {
        return count > 0 && line >= first && line <= last();
    }

    /** The text form that authors type and that is stored. */
    public String words() {
        return switch (count) {
            case 0 -> "no line";
            case 1 -> "line " + first;
            default -> "lines %d and %d".formatted(first, last());
        };
    }

    public static Optional<HeaderRow> ofWords(String words) {
        if (words.strip().equals(NONE.words())) {
            return Optional.of(NONE);
        }
        Matcher said = WORDS.matcher(words.strip());
        if (!said.matches()) {
            return Optional.empty();
        }
        int first = Integer.parseInt(said.group(1));
        if (said.group(3) == null) {
            return Optional.of(of(first));
        }
        return Integer.parseInt(said.group(3)) == first + 1 ? Optional.of(ofTwo(first)) : Optional.empty();
    }

    /** The suggested values; any other line is valid, too. */
    public static List<String> offeredWords() {
        return Stream.of(
                        Stream.of(NONE),
                        IntStream.rangeClosed(1, OFFERED).mapToObj(HeaderRow::of),
                        IntStream.rangeClosed(1, PAIRS_OFFERED).mapToObj(HeaderRow::ofTwo))
                .flatMap(lines -> lines)
                .map(HeaderRow::words)
                .toList();
    }
}
