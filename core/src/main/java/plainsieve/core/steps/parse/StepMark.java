package plainsieve.core.steps.parse;

import java.util.List;
import plainsieve.core.steps.model.LineSpan;

/**
 * An editable word of a step.
 *
 * @param at the marked words
 * @param replaced the words that an option replaces, including dependent ones
 * @param about depends on the kind: the column of values, the operands of an operator
 */
public record StepMark(Kind kind, LineSpan at, LineSpan replaced, List<String> about) {
    /** The kinds of editable words. */
    public enum Kind {
        TABLE,
        COLUMN,
        /** A column of the other rows of a match. */
        THEIRS,
        /** Columns and their aliases. */
        COLUMNS,
        /** The same, of the other rows. */
        THEIR_COLUMNS,
        VERB,
        VALUE,
        /** A new name. */
        NAME,
        /** An aggregate with its argument. */
        FIGURE,
        /** Whether unmatched rows are kept. */
        KEPT,
        DIRECTION,
        /** How many. */
        COUNT,
        /** An expression. */
        FORMULA,
        /** A table typed by hand. */
        TYPED,
        /** How single conditions hang together. */
        BETWEEN
    }

    public StepMark {
        about = List.copyOf(about);
    }

    static StepMark of(Kind kind, LineSpan span) {
        return new StepMark(kind, span, span, List.of());
    }

    static StepMark of(Kind kind, LineSpan span, String about) {
        return new StepMark(kind, span, span, List.of(about));
    }
}
