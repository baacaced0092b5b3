package plainsieve.core.steps.parse;

import java.util.List;
import plainsieve.core.steps.model.LineSpan;

/**
 * An editable word of a step.
 *
 * @param at the words that are marked
 * @param replaced what gives way: more than the words where others depend on them
 * @param about a description, by its kind: the column that values are of, the verb's operands as they are written
 */
public record StepMark(Kind kind, LineSpan at, LineSpan replaced, List<String> about) {
    /** The kinds of editable words. */
    public enum Kind {
        TABLE,
        COLUMN,
        /** A column of the other rows of a match. */
        THEIRS,
        /** Columns, and what they are called. */
        COLUMNS,
        /** The same, of the other rows. */
        THEIR_COLUMNS,
        VERB,
        VALUE,
        /** A name that is made up here. */
        NAME,
        /** A total with what it is of. */
        FIGURE,
        /** Whether rows without a partner are kept. */
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
