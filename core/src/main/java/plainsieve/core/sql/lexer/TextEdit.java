package plainsieve.core.sql.lexer;

import java.util.Comparator;
import java.util.List;

/** Replaces the characters from {@code start} up to {@code end} of a query text by others; an insertion when both are equal. */
public record TextEdit(int start, int end, String replacement) {
    public static TextEdit insert(int at, String text) {
        return new TextEdit(at, at, text);
    }

    /** The text with all edits applied. They must not overlap; insertions at one position keep their order. */
    public static String apply(String text, List<TextEdit> edits) {
        StringBuilder out = new StringBuilder(text);
        List<TextEdit> sorted = sorted(edits);
        for (int i = sorted.size() - 1; i >= 0; i--) {
            TextEdit edit = sorted.get(i);
            out.replace(edit.start(), edit.end(), edit.replacement());
        }
        return out.toString();
    }

    /**
     * The original offset of the character at this offset of the edited text; -1 if an edit inserted it.
     *
     * @param edits as returned by {@link #sorted}
     */
    public static int before(List<TextEdit> edits, int offset) {
        int shift = 0;
        for (TextEdit edit : edits) {
            int newStart = edit.start() + shift;
            if (offset < newStart) {
                break;
            }
            if (offset < newStart + edit.replacement().length()) {
                return -1;
            }
            shift += edit.replacement().length() - (edit.end() - edit.start());
        }
        return offset - shift;
    }

    /** The edits in text order; insertions at one position keep theirs. */
    public static List<TextEdit> sorted(List<TextEdit> edits) {
        return edits.stream().sorted(Comparator.comparingInt(TextEdit::start)).toList();
    }
}
