package plainsieve.core.rewrite.edit;

import java.util.ArrayList;
import java.util.List;
import plainsieve.core.statement.PlaceholderBinding;

/** A piece of statement text with the values of its placeholders. */
public record Fragment(String text, List<Slot> slots) {
    public Fragment {
        slots = List.copyOf(slots);
    }

    /** A placeholder at an offset in the fragment's text. */
    public record Slot(int offset, String parameter, PlaceholderBinding bound) {}

    public static Fragment of(String text) {
        return new Fragment(text, List.of());
    }

    public static Fragment bound(String parameter, PlaceholderBinding placeholderBinding) {
        return new Fragment("?", List.of(new Slot(0, parameter, placeholderBinding)));
    }

    /** The same with text before and after it. */
    Fragment between(String before, String behind) {
        List<Slot> moved = slots.stream()
                .map(slot -> new Slot(slot.offset() + before.length(), slot.parameter(), slot.bound()))
                .toList();
        return new Fragment(before + text + behind, moved);
    }

    public static Builder build() {
        return new Builder();
    }

    /** Collects text and placeholders from left to right. */
    public static final class Builder {
        private final StringBuilder text = new StringBuilder();
        private final ArrayList<Slot> slots = new ArrayList<>();

        /** Makes room for so many placeholders more, in so much text. */
        public Builder reserve(int placeholders, int characters) {
            slots.ensureCapacity(slots.size() + placeholders);
            text.ensureCapacity(text.length() + characters);
            return this;
        }

        public Builder text(String more) {
            text.append(more);
            return this;
        }

        public Builder bind(String parameter, PlaceholderBinding placeholderBinding) {
            slots.add(new Slot(text.length(), parameter, placeholderBinding));
            text.append('?');
            return this;
        }

        public Fragment done() {
            return new Fragment(text.toString(), slots);
        }
    }
}
