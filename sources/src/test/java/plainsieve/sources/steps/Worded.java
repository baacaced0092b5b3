package plainsieve.sources.steps;

import java.util.List;
import java.util.function.Function;
import plainsieve.core.value.Type;

/** Something computed: its words, and what it is of a row. @param simple whether it needs no brackets within another */
record Worded(String words, Type type, boolean simple, Function<List<Object>, Object> value) {
    /** As a part of something else. */
    String within() {
        return simple ? words : "(" + words + ")";
    }
}
