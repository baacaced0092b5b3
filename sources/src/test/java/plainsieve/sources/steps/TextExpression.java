package plainsieve.sources.steps;

import java.util.List;
import java.util.function.Function;
import plainsieve.core.value.Type;

/** An expression: its text and its evaluation. @param simple whether it needs no brackets within another */
record TextExpression(String words, Type type, boolean simple, Function<List<Object>, Object> value) {
    /** As an operand. */
    String within() {
        return simple ? words : "(" + words + ")";
    }
}
