package plainsieve.core.rewrite.edit;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.Predicate;
import plainsieve.core.statement.BoundValue;

/** A text after its edits, with a mapping of original positions. Edits are applied once, in order. */
public final class EditedText {
    private final List<Edit> edits;
    private final String text;
    private final List<BoundValue> values;

    /** How far the text after the first n edits has moved, for every n. */
    private final int[] shifts;

    private EditedText(String original, List<Edit> unsorted) {
        this.edits = unsorted.stream()
                .map(edit -> edit.apart(original))
                .sorted(Comparator.comparingInt(Edit::start)
                        .thenComparingInt(Edit::end)
                        .thenComparing(Edit::outside))
                .toList();
        StringBuilder out = new StringBuilder(original.length() + 32 * edits.size());
        this.values = new ArrayList<>(edits.stream()
                .mapToInt(edit -> edit.replacement().slots().size())
                .sum());
        int at = 0;
        int count = 0;
        this.shifts = new int[edits.size() + 1];
        for (Edit edit : edits) {
            int grown = edit.replacement().text().length() - (edit.end() - edit.start());
            shifts[count + 1] = shifts[count] + grown;
            count++;
            if (edit.start() < at) {
                throw new OverlappingEditsException(edit.start());
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

    public static EditedText of(String original, List<Edit> edits) {
        return new EditedText(original, edits);
    }

    public String text() {
        return text;
    }

    public List<BoundValue> values() {
        return values;
    }

    /** The new offset of the character at this original offset; inside an edit, the start of the edit. */
    public int newStart(int offset) {
        int before = countBefore(edit -> edit.end() <= offset);
        boolean inside = before < edits.size() && edits.get(before).start() < offset;
        return (inside ? edits.get(before).start() : offset) + shifts[before];
    }

    /** Where the text that ended at this offset of the original ends now; an insertion right after it is not part of it. */
    public int newEnd(int offset) {
        int before = countBefore(
                edit -> edit.end() < offset || (edit.end() == offset && !(edit.start() == offset && edit.outside())));
        boolean inside = before < edits.size() && edits.get(before).start() < offset;
        return inside
                ? edits.get(before).start()
                        + shifts[before]
                        + edits.get(before).replacement().text().length()
                : offset + shifts[before];
    }

    /** The number of leading edits that satisfy the predicate, which is monotonic. */
    private int countBefore(Predicate<Edit> holds) {
        int low = 0;
        int high = edits.size();
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (holds.test(edits.get(middle))) {
                low = middle + 1;
            } else {
                high = middle;
            }
        }
        return low;
    }
}
