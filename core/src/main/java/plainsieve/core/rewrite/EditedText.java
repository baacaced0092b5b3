package plainsieve.core.rewrite;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/** A text after its edits, which remembers where each place of the original went. Edits are applied once, in order. */
final class EditedText {
    private final List<Edit> edits;
    private final String text;
    private final List<BoundValue> values = new ArrayList<>();

    private EditedText(String original, List<Edit> unsorted) {
        this.edits = unsorted.stream()
                .sorted(Comparator.comparingInt(Edit::start)
                        .thenComparingInt(Edit::end)
                        .thenComparing(Edit::outside))
                .toList();
        StringBuilder out = new StringBuilder(original.length() + 32 * edits.size());
        int at = 0;
        for (Edit edit : edits) {
            if (edit.start() < at) {
                throw new IllegalStateException("Edits overlap at offset " + edit.start());
            }
            out.append(original, at, edit.start());
            for (Fragment.Slot slot : edit.replacement().slots()) {
                values.add(new BoundValue(slot.parameter(), out.length() + slot.offset(), slot.bound()));
            }
            out.append(edit.replacement().text());
            at = edit.end();
        }
        this.text = out.append(original, at, original.length()).toString();
    }

    static EditedText of(String original, List<Edit> edits) {
        return new EditedText(original, edits);
    }

    String text() {
        return text;
    }

    List<BoundValue> values() {
        return values;
    }

    /** Where the character at this offset of the original begins now; inside an edit, where the edit begins. */
    int newStart(int offset) {
        int shift = 0;
        for (Edit edit : edits) {
            if (edit.start() > offset || (edit.start() == offset && edit.end() > offset)) {
                break;
            }
            if (edit.end() > offset) {
                return edit.start() + shift;
            }
            shift += edit.replacement().text().length() - (edit.end() - edit.start());
        }
        return offset + shift;
    }

    /** Where the text that ended at this offset of the original ends now; an insertion right behind it is not part of it. */
    int newEnd(int offset) {
        int shift = 0;
        for (Edit edit : edits) {
            if (edit.start() > offset || (edit.start() == offset && edit.outside())) {
                break;
            }
            if (edit.end() > offset) {
                return edit.start()
                        + shift
                        + (edit.start() < offset ? edit.replacement().text().length() : 0);
            }
            shift += edit.replacement().text().length() - (edit.end() - edit.start());
        }
        return offset + shift;
    }
}
