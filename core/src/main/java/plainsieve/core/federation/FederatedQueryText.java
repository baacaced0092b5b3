package plainsieve.core.federation;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.value.Type;

/**
 * The text of a federated query: a first line that marks it, one part per source, and, after a line
 * {@code here}, SQL over their rows for the engine of this server. Authors do not write it; steps compile to it, and it is what
 * Sent shows. Described in docs/cross-source-queries.md.
 *
 * @param localSql the SQL
 * @param localSqlStart its offset in the whole text
 */
public record FederatedQueryText(String whole, List<SourcePart> parts, String localSql, int localSqlStart) {
    private static final String HEADER = "parts 1\n";
    private static final String HERE = "here\n";
    private static final String COLUMNS = "columns ";
    private static final String KEYS = "keys from ";

    private static final String QUOTED = "\"((?:[^\"]|\"\")*)\"";
    private static final Pattern SIDE =
            Pattern.compile("part " + QUOTED + " from " + QUOTED + " in (\\w+), (\\d+) lines");
    private static final Pattern COLUMN = Pattern.compile(QUOTED + " (\\w+)");
    private static final Pattern SOURCE = Pattern.compile(QUOTED);

    public FederatedQueryText {
        parts = List.copyOf(parts);
    }

    /** Whether a text is a federated query. */
    public static boolean isOne(String text) {
        return text.startsWith(HEADER);
    }

    /** Composes the parts and the SQL. */
    public static FederatedQueryText of(List<SourcePart> sides, String here) {
        StringBuilder text = new StringBuilder(HEADER);
        List<SourcePart> placed = new ArrayList<>();
        for (SourcePart part : sides) {
            text.append(head(part));
            placed.add(new SourcePart(
                    part.name(), part.place(), part.columns(), part.keysFrom(), part.text(), text.length()));
            text.append(part.text()).append('\n');
        }
        text.append(HERE);
        return new FederatedQueryText(text + here, placed, here, text.length());
    }

    /** The part at a position; empty for the local SQL. */
    public Optional<SourcePart> at(int place) {
        return parts.stream()
                .filter(part -> part.start() <= place && place <= part.end())
                .findFirst();
    }

    private static String head(SourcePart part) {
        String columns = part.columns().entrySet().stream()
                .map(column -> quoted(column.getKey()) + " " + column.getValue().word())
                .collect(Collectors.joining(", "));
        String keys = new TreeSet<>(part.keysFrom())
                .stream().map(FederatedQueryText::quoted).collect(Collectors.joining(", "));
        return "part %s from %s in %s, %d lines\n"
                        .formatted(
                                quoted(part.name()),
                                quoted(part.source()),
                                part.dialect().name(),
                                lines(part.text()))
                + (columns.isEmpty() ? "" : COLUMNS + columns + "\n")
                + (keys.isEmpty() ? "" : KEYS + keys + "\n");
    }

    private static long lines(String text) {
        return 1 + text.chars().filter(c -> c == '\n').count();
    }

    private static String quoted(String name) {
        return "\"" + name.replace("\"", "\"\"").replace("\n", " ") + "\"";
    }

    private static String bare(String inside) {
        return inside.replace("\"\"", "\"");
    }

    /** Parses a text for which {@link #isOne} is true. Throws {@link IllegalArgumentException} if it was not composed by this class. */
    public static FederatedQueryText read(String text) {
        LineReader reading = new LineReader(text);
        reading.line();
        List<SourcePart> sides = new ArrayList<>();
        while (!reading.sees(HERE)) {
            sides.add(reading.side());
        }
        reading.line();
        return new FederatedQueryText(text, sides, text.substring(reading.at), reading.at);
    }

    /** Goes through the lines of a text. */
    private static final class LineReader {
        private final String text;
        private int at;

        LineReader(String text) {
            this.text = text;
        }

        boolean sees(String words) {
            return text.startsWith(words, at);
        }

        String line() {
            int end = text.indexOf('\n', at);
            if (end < 0) {
                throw new IllegalArgumentException("The federated query text ends early.");
            }
            String line = text.substring(at, end);
            at = end + 1;
            return line;
        }

        SourcePart side() {
            Matcher head = SIDE.matcher(line());
            if (!head.matches()) {
                throw new IllegalArgumentException("The federated query text lacks a part where one begins.");
            }
            Map<String, Type> columns = sees(COLUMNS) ? columns(line()) : Map.of();
            Set<String> keys = sees(KEYS) ? sources(line()) : Set.of();
            int start = at;
            for (int i = Integer.parseInt(head.group(4)); i > 0; i--) {
                line();
            }
            return new SourcePart(
                    bare(head.group(1)),
                    new SourcePart.Location(bare(head.group(2)), Dialects.of(head.group(3))),
                    columns,
                    keys,
                    text.substring(start, at - 1),
                    start);
        }

        private static Map<String, Type> columns(String line) {
            Map<String, Type> columns = new LinkedHashMap<>();
            Matcher column = COLUMN.matcher(line);
            while (column.find()) {
                Type.ofWord(column.group(2)).ifPresent(type -> columns.put(bare(column.group(1)), type));
            }
            return columns;
        }

        private static Set<String> sources(String line) {
            Set<String> sources = new TreeSet<>();
            Matcher source = SOURCE.matcher(line);
            while (source.find()) {
                sources.add(bare(source.group(1)));
            }
            return sources;
        }
    }
}
