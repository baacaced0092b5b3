package plainsieve.core.rewrite;

import java.util.ArrayList;
import java.util.List;

/** A piece of statement text with the values of its placeholders. */
record Fragment(String text, List<Slot> slots) {
    Fragment {
        slots = List.copyOf(slots);
    }

    /** A placeholder at an offset in the fragment's text. */
    record Slot(int offset, String parameter, Bound bound) {}

    static Fragment of(String text) {
        return new Fragment(text, List.of());
    }

    static Fragment bound(String parameter, Bound bound) {
        return new Fragment("?", List.of(new Slot(0, parameter, bound)));
    }

    static Builder build() {
        return new Builder();
    }

    /** Collects text and placeholders from left to right. */
    static final class Builder {
        private final StringBuilder text = new StringBuilder();
        private final List<Slot> slots = new ArrayList<>();

        Builder text(String more) {
            text.append(more);
            return this;
        }

        Builder bind(String parameter, Bound bound) {
            slots.add(new Slot(text.length(), parameter, bound));
            text.append('?');
            return this;
        }

        Fragment done() {
            return new Fragment(text.toString(), slots);
        }
    }
}
