package plainsieve.core.evidence;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import plainsieve.core.value.Value;

/** Literals as databases write them in plans, and whether one of them equals a bound value. */
final class Literals {
    private static final int MINUTES = 16;

    private Literals() {}

    /** The text between quotes; of PostgreSQL's <code>'{a,"b c"}'</code> every item, and the whole. */
    static List<String> of(String written) {
        int open = written.indexOf('\'');
        if (open < 0 || !written.endsWith("'") || written.length() - open < 2) {
            return List.of(written);
        }
        String text = written.substring(open + 1, written.length() - 1)
                .replace("''", "'")
                .replace("\\'", "'");
        List<String> found = new ArrayList<>();
        found.add(text);
        if (text.startsWith("{") && text.endsWith("}")) {
            items(text, found);
        }
        return found;
    }

    private static void items(String array, List<String> into) {
        StringBuilder item = new StringBuilder();
        boolean quoted = false;
        for (int i = 1; i < array.length(); i++) {
            char c = array.charAt(i);
            if (c == '\\' && i + 1 < array.length()) {
                i++;
                item.append(array.charAt(i));
            } else if (c == '"') {
                quoted = !quoted;
            } else if ((c == ',' && !quoted) || i == array.length() - 1) {
                into.add(item.toString());
                item.setLength(0);
            } else {
                item.append(c);
            }
        }
    }

    static boolean isOneOf(Value value, List<String> literals) {
        return literals.stream().anyMatch(literal -> is(value, literal));
    }

    private static boolean is(Value value, String literal) {
        return switch (value.type()) {
            case INTEGER, DECIMAL -> sameNumber(value.written(), literal);
            case DATE -> literal.startsWith(value.written());
            case DATETIME -> literal.replace('T', ' ').startsWith(minutes(value));
            case BOOLEAN -> literal.toLowerCase(Locale.ROOT).equals(value.written());
            case TEXT, NAME ->
                literal.equals(value.written())
                        || bare(literal).equals(bare(value.written()))
                        || bare(literal).equals(value.written());
        };
    }

    private static String minutes(Value value) {
        String moment = ((Value.Moment) value).inSql();
        return moment.substring(0, Math.min(MINUTES, moment.length()));
    }

    /** A pattern without its escapes and the wildcards around it. */
    private static String bare(String text) {
        return text.replace("\\", "").replaceAll("^%|%$", "");
    }

    private static boolean sameNumber(String one, String other) {
        try {
            return new BigDecimal(one).abs().compareTo(new BigDecimal(other).abs()) == 0;
        } catch (NumberFormatException e) {
            return false;
        }
    }
}
