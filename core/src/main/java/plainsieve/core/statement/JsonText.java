package plainsieve.core.statement;

import java.util.List;
import plainsieve.core.value.Value;

/** Writes a list of values as a JSON array (RFC 8259) that databases parse with their own types. */
public final class JsonText {
    private JsonText() {}

    public static String of(List<Value> values) {
        StringBuilder out = new StringBuilder(values.size() * 12 + 2).append('[');
        for (Value value : values) {
            out.append(out.length() == 1 ? "" : ",");
            append(value, out);
        }
        return out.append(']').toString();
    }

    private static void append(Value value, StringBuilder out) {
        if (value instanceof Value.Whole || value instanceof Value.Decimal) {
            out.append(value.written());
        } else if (value instanceof Value.Truth truth) {
            out.append(truth.truth() ? '1' : '0');
        } else {
            quote(value instanceof Value.Moment moment ? moment.inSql() : value.written(), out);
        }
    }

    private static void quote(String text, StringBuilder out) {
        out.append('"').append(inside(text)).append('"');
    }

    /** The content of a text literal. */
    public static String inside(String text) {
        StringBuilder out = new StringBuilder(text.length());
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (c == '"' || c == '\\') {
                out.append('\\').append(c);
            } else if (c < ' ') {
                out.append("\\u%04x".formatted((int) c));
            } else {
                out.append(c);
            }
        }
        return out.toString();
    }
}
