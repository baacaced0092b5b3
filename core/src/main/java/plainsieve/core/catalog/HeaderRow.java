package plainsieve.core.catalog;

import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * Where the column names are in a file or on a sheet. Rows above it are ignored.
 *
 * @param first the number of the line, from 1; 0 where there are no names
 * @param count how many lines they take: 2 where a group is above the columns that it is of, 0 where there are no names
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

    /** The last line of the names; 0 where there are none. */
    public int last() {
        return first + Math.max(count, 1) - 1;
    }

    public boolean has(int line) {
        return count > 0 && line >= first && line <= last();
    }

    /** As authors say it, and as it is kept. */
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

    /** What authors are offered; any other line can be stated, too. */
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
