package plainsieve.core.sentence.parameter;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import plainsieve.core.parameter.ListedValue;

/**
 * A typed list as text: one value per line, {@code value = label} where they differ. Values with surrounding blanks, a
 * separator inside, or a leading quotation mark are quoted, with quotes doubled: {@code "a = b" = both}.
 */
final class TypedListText {
    private static final String BETWEEN = " = ";
    private static final Pattern SIDE =
            Pattern.compile("\\s*(?:\"([^\"]*+(?:\"\"[^\"]*+)*+)\"|(.*?))\\s*(?:\t| = |$)(.*)");

    private static final Pattern QUOTED = Pattern.compile("\"([^\"]*+(?:\"\"[^\"]*+)*+)\"");

    private TypedListText() {}

    static String write(List<ListedValue> values) {
        return values.stream().map(TypedListText::line).collect(Collectors.joining("\n"));
    }

    /** A value as an item of a sentence, where commas separate items. */
    static String item(ListedValue listed) {
        String value = sideInSentence(listed.value());
        return listed.label().equals(listed.value()) ? value : value + BETWEEN + sideInSentence(listed.label());
    }

    private static String sideInSentence(String text) {
        return text.contains(",") || text.contains(";") ? quoted(text) : side(text);
    }

    private static String line(ListedValue listed) {
        String value = side(listed.value());
        return listed.label().equals(listed.value()) ? value : value + BETWEEN + side(listed.label());
    }

    private static String quoted(String text) {
        return '"' + text.replace("\"", "\"\"") + '"';
    }

    private static String side(String text) {
        boolean plain = text.strip().equals(text)
                && !text.isEmpty()
                && !text.contains(BETWEEN)
                && !text.contains("\t")
                && !text.startsWith("\"");
        return plain ? text : quoted(text);
    }

    /** Parses such lines; also cells copied from a spreadsheet: value, tab, label. Drops duplicates and blank lines. */
    static List<ListedValue> read(String text) {
        Map<String, ListedValue> found = new LinkedHashMap<>();
        for (String line : text.split("\\R")) {
            if (!line.isBlank()) {
                Side value = Side.of(line);
                String label = label(value.rest());
                found.putIfAbsent(value.text(), new ListedValue(value.text(), label.isEmpty() ? value.text() : label));
            }
        }
        return new ArrayList<>(found.values());
    }

    /** A label reaches to the end of its line, whatever is in it, unless it is in quotation marks as a whole. */
    private static String label(String rest) {
        Matcher quoted = QUOTED.matcher(rest.strip());
        return quoted.matches()
                ? unquoted(quoted.group(1))
                : rest.replace('\t', ' ').strip();
    }

    private static String unquoted(String inside) {
        return inside.replace("\"\"", "\"");
    }

    /** The part of a line before the separator, and the rest after it. */
    private record Side(String text, String rest) {
        static Side of(String line) {
            Matcher matcher = SIDE.matcher(line);
            if (!matcher.matches()) {
                return new Side(line.strip(), "");
            }
            String quoted = matcher.group(1);
            return new Side(quoted == null ? matcher.group(2).strip() : unquoted(quoted), matcher.group(3));
        }
    }
}
