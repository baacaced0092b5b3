package plainsieve.sources.engine;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import plainsieve.core.catalog.HeaderRow;

/**
 * The layout of delimited text, detected from its beginning: the delimiter is the one that splits most
 * lines into equal numbers of values; lines above the first such line are a title or notes; that line contains the names, unless it
 * contains a number or a date.
 *
 * @param skipped lines before the first row, or before the last header line directly above it
 * @param hasHeader whether that line is skipped, too
 * @param line the position of column names
 * @param names of the columns; empty if there are none
 */
public record CsvShape(char delimiter, int skipped, boolean hasHeader, HeaderRow line, List<String> names, int width) {
    private static final char[] DELIMITERS = {',', ';', '\t', '|'};
    private static final int LOOKED_AT = 100;

    public CsvShape {
        names = List.copyOf(names);
    }

    /**
     * @param whole whether this is the complete text, so that its last line is complete
     * @param said the position of column names; empty for automatic
     */
    static CsvShape of(String beginning, boolean whole, Optional<HeaderRow> said) {
        CsvShape best = new CsvShape(',', 0, false, HeaderRow.NONE, List.of(), 0);
        int most = 0;
        for (char delimiter : DELIMITERS) {
            List<Line> all = lines(beginning, delimiter, whole);
            List<Line> lines = said.map(names -> dataLines(all, names)).orElse(all);
            int width = usual(lines);
            long alike =
                    lines.stream().filter(line -> line.cells().size() == width).count();
            int score = (int) alike * (width > 1 ? Math.min(width, 1000) : 0) + 1;
            if (!lines.isEmpty() && score > most) {
                most = score;
                best = said.map(names -> declared(names, all, delimiter, width))
                        .orElseGet(() -> shape(all, delimiter, width));
            }
        }
        if (best.width() == 0 && said.isPresent() && !beginning.isBlank()) {
            throw noNames(said.get());
        }
        return best;
    }

    private static UnreadableFileException noNames(HeaderRow said) {
        return new UnreadableFileException("has no column names in " + said.words());
    }

    /** The lines that determine the number of columns: those after the names, or the names if nothing follows. */
    private static List<Line> dataLines(List<Line> all, HeaderRow said) {
        List<Line> below =
                all.stream().filter(line -> line.number() > said.last()).toList();
        return below.isEmpty()
                ? all.stream().filter(line -> said.has(line.number())).toList()
                : below;
    }

    /** @param at the number of its first physical line, from 0 */
    private record Line(int at, List<String> cells) {
        int number() {
            return at + 1;
        }
    }

    /* Rows begin after the names; without names, with the first line of the most frequent width. */
    private static CsvShape declared(HeaderRow said, List<Line> all, char delimiter, int width) {
        List<Line> heads = all.stream().filter(line -> said.has(line.number())).toList();
        if (!heads.isEmpty()) {
            return new CsvShape(delimiter, said.last() - 1, true, said, names(heads, width), width);
        }
        if (said.count() > 0) {
            throw noNames(said);
        }
        int first = all.stream()
                .filter(line -> line.cells().size() == width)
                .findFirst()
                .orElseThrow()
                .at();
        return new CsvShape(delimiter, first, false, said, List.of(), width);
    }

    private static List<String> names(List<Line> heads, int width) {
        String[] together = heads.stream()
                .map(line -> line.cells().stream()
                        .map(cell -> cell.isBlank() ? null : cell)
                        .toArray(String[]::new))
                .reduce(StagedCells::grouped)
                .orElseThrow();
        return IntStream.range(0, width)
                .mapToObj(i -> i < together.length && together[i] != null ? together[i] : "")
                .toList();
    }

    private static CsvShape shape(List<Line> lines, char delimiter, int width) {
        List<Line> rows =
                lines.stream().filter(line -> line.cells().size() == width).toList();
        Line first = rows.get(0);
        if (isNames(first)) {
            return new CsvShape(delimiter, first.at(), true, HeaderRow.of(first.number()), first.cells(), width);
        }
        int before = lines.indexOf(first) - 1;
        boolean lacksOne = before >= 0 && lines.get(before).cells().size() == width - 1 && isNames(lines.get(before));
        List<String> names = lacksOne ? withOneMore(lines.get(before).cells(), rows) : List.of();
        HeaderRow line = lacksOne ? HeaderRow.of(lines.get(before).number()) : HeaderRow.NONE;
        return new CsvShape(delimiter, first.at(), false, line, names, width);
    }

    private static boolean isNames(Line line) {
        return line.cells().stream().noneMatch(CsvShape::isValue)
                && line.cells().stream().anyMatch(cell -> !cell.isBlank());
    }

    /* Programs leave the column of row names unnamed; users end lines with a trailing delimiter. */
    private static List<String> withOneMore(List<String> names, List<Line> rows) {
        boolean ends = rows.stream()
                .allMatch(row -> row.cells().get(row.cells().size() - 1).isBlank());
        List<String> all = new ArrayList<>(names);
        all.add(ends ? all.size() : 0, "");
        return all;
    }

    /** Whether it is a number or a date, which is not a column name. */
    public static boolean isValue(String cell) {
        return cell.strip().matches("[+-]?[0-9]+([.,][0-9]+)?|[0-9]{1,4}[./-][0-9]{1,2}[./-][0-9]{1,4}.*");
    }

    private static int usual(List<Line> lines) {
        Map<Integer, Integer> counts = new HashMap<>();
        lines.forEach(line -> counts.merge(line.cells().size(), 1, Integer::sum));
        return counts.entrySet().stream()
                .max(Map.Entry.<Integer, Integer>comparingByValue().thenComparing(Map.Entry.comparingByKey()))
                .map(Map.Entry::getKey)
                .orElse(0);
    }

    /** Nonempty lines, with quoted fields intact. */
    private static List<Line> lines(String text, char delimiter, boolean whole) {
        List<Line> lines = new ArrayList<>();
        List<String> cells = new ArrayList<>();
        StringBuilder cell = new StringBuilder();
        boolean quoted = false;
        int line = 0;
        int began = 0;
        for (int i = 0; i < text.length() && lines.size() < LOOKED_AT; i++) {
            char c = text.charAt(i);
            boolean ends = c == '\n' || c == '\r' && !text.startsWith("\r\n", i);
            if (c == '"' && (quoted || cell.isEmpty())) {
                boolean doubled = quoted && text.startsWith("\"\"", i);
                quoted = doubled == quoted;
                i += doubled ? 1 : 0;
                cell.append(doubled ? "\"" : "");
            } else if (!quoted && (c == delimiter || ends)) {
                cells.add(cell.toString());
                cell.setLength(0);
            } else if (c != '\r' || quoted) {
                cell.append(c);
            }
            line += ends ? 1 : 0;
            if (ends && !quoted) {
                add(lines, new Line(began, cells));
                cells = new ArrayList<>();
                began = line;
            }
        }
        if (whole && lines.size() < LOOKED_AT && !(cells.isEmpty() && cell.isEmpty())) {
            cells.add(cell.toString());
            add(lines, new Line(began, cells));
        }
        return lines;
    }

    private static void add(List<Line> lines, Line line) {
        if (line.cells().size() > 1 || !line.cells().get(0).isBlank()) {
            lines.add(new Line(line.at(), List.copyOf(line.cells())));
        }
    }
}
