package plainsieve.core.request;

import java.time.Duration;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import plainsieve.core.catalog.CellFormat;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;

/**
 * How the response to a request is parsed and paged.
 *
 * @param rowsAt the path of the rows, separated by dots; empty for the first array
 * @param format empty to use the content type
 * @param columns names and types in order; empty to detect them from each response
 * @param kept how long the response may be reused; empty to follow its headers
 */
public record ResponseOptions(
        String rowsAt,
        Optional<ResponseFormat> format,
        Paging paging,
        Map<String, CellFormat> columns,
        Optional<Duration> kept) {

    /** The format of a response. */
    public enum ResponseFormat {
        JSON,
        CSV
    }

    /** How subsequent pages are requested. */
    public sealed interface Paging {
        /** The response contains all rows. */
        record None() implements Paging {}

        /** The answer has the address of the next page. @param at the names that lead to it */
        record Link(String at) implements Paging {}

        /** A header of the answer has it (RFC 8288). */
        record HeaderLink() implements Paging {}

        /** Numbered pages. @param name of the query parameter @param first number of the first page */
        record Number(String name, long first) implements Paging {}

        /** So many rows are passed over. @param size how many rows a page has */
        record Offset(String name, long size) implements Paging {}
    }

    private static final Pattern ROWS = Pattern.compile("rows at (\\S+)");
    private static final Pattern FORMAT = Pattern.compile("read as (json|csv)");
    private static final Pattern LINK = Pattern.compile("pages by link at (\\S+)");
    private static final Pattern NUMBER = Pattern.compile("pages by number (\\S+?)(?: from (\\d{1,9}))?");
    private static final Pattern OFFSET = Pattern.compile("pages by offset (\\S+) of (\\d{1,9}) rows");
    private static final Pattern COLUMN = Pattern.compile("column (.+) is (.+?)");
    private static final Pattern KEPT = Pattern.compile("cached for (\\d{1,6}) (second|minute|hour)s?");

    /** The first word of lines that describe the response. */
    private static final Pattern FIRST_WORD = Pattern.compile("(rows|read|pages|column|cached)\\b.*");

    public ResponseOptions {
        columns = Collections.unmodifiableMap(new LinkedHashMap<>(columns));
    }

    static boolean isOne(String line) {
        return FIRST_WORD.matcher(line).matches();
    }

    /** Throws {@link ProblemException} for a line that does not describe a response. */
    public static ResponseOptions of(List<String> lines) {
        ResponseOptions all = new ResponseOptions("", Optional.empty(), new Paging.None(), Map.of(), Optional.empty());
        for (String line : lines) {
            all = all.and(line);
        }
        return all;
    }

    ResponseOptions and(String line) {
        Matcher rows = ROWS.matcher(line);
        if (rows.matches()) {
            return new ResponseOptions(rows.group(1), format, paging, columns, kept);
        }
        Matcher read = FORMAT.matcher(line);
        if (read.matches()) {
            return new ResponseOptions(
                    rowsAt,
                    Optional.of(read.group(1).equals("csv") ? ResponseFormat.CSV : ResponseFormat.JSON),
                    paging,
                    columns,
                    kept);
        }
        Matcher until = KEPT.matcher(line);
        if (until.matches()) {
            return new ResponseOptions(rowsAt, format, paging, columns, Optional.of(duration(until)));
        }
        Matcher column = COLUMN.matcher(line);
        return column.matches()
                ? with(column.group(1).strip(), column.group(2))
                : new ResponseOptions(rowsAt, format, paging(line), columns, kept);
    }

    private static Duration duration(Matcher until) {
        long number = Long.parseLong(until.group(1));
        return switch (until.group(2)) {
            case "hour" -> Duration.ofHours(number);
            case "minute" -> Duration.ofMinutes(number);
            default -> Duration.ofSeconds(number);
        };
    }

    private ResponseOptions with(String name, String words) {
        CellFormat form = CellFormat.ofWords(words)
                .orElseThrow(() -> bad(
                        "Unknown column type “%s”.".formatted(words),
                        "Use one of: " + String.join(", ", CellFormat.allWords()) + "."));
        Map<String, CellFormat> more = new LinkedHashMap<>(columns);
        if (more.put(name, form) != null) {
            throw bad("The column “%s” is named twice.".formatted(name), "Remove one of the lines.");
        }
        return new ResponseOptions(rowsAt, format, paging, more, kept);
    }

    private static Paging paging(String line) {
        Matcher link = LINK.matcher(line);
        Matcher number = NUMBER.matcher(line);
        Matcher offset = OFFSET.matcher(line);
        if (link.matches()) {
            return new Paging.Link(link.group(1));
        }
        if (line.equals("pages by header")) {
            return new Paging.HeaderLink();
        }
        if (offset.matches()) {
            return new Paging.Offset(offset.group(1), Math.max(1, Long.parseLong(offset.group(2))));
        }
        if (number.matches()) {
            return new Paging.Number(number.group(1), number.group(2) == null ? 1 : Long.parseLong(number.group(2)));
        }
        throw bad(
                "Unknown response option “%s”.".formatted(line),
                "Write “rows at”, “read as”, “pages by link at”, “pages by header”, “pages by number”, “pages by offset … of … rows”, “column … is” or “cached for”.");
    }

    private static ProblemException bad(String message, String advice) {
        return new ProblemException(Problem.of(ProblemKind.INVALID_REQUEST, message, advice));
    }
}
