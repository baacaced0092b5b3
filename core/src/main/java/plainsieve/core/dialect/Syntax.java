package plainsieve.core.dialect;

import java.util.EnumSet;
import java.util.Set;

/** Lexical differences between databases. */
public final class Syntax {
    /** One such difference. */
    public enum Feature {
        /** {@code $tag$ … $tag$} is a string. */
        DOLLAR_QUOTES,
        /** {@code E'…'} is a string with backslash escapes. */
        ESCAPE_STRINGS,
        /** A backslash escapes in every string. */
        BACKSLASH_STRINGS,
        /** {@code "…"} is a string, not a name. */
        DOUBLE_QUOTED_STRINGS,
        /** {@code `…`} is a name. */
        BACKTICK_NAMES,
        /** {@code […]} is a name. */
        BRACKETED_NAMES,
        /** A block comment may contain block comments. */
        NESTED_COMMENTS,
        /** {@code #} starts a comment. */
        HASH_COMMENTS,
        /** {@code --} starts a comment only before a blank. */
        DASHES_NEED_BLANK,
        /** The text inside <code>/*! … *&#47;</code> is read, not skipped. */
        CONDITIONAL_COMMENTS,
        /** {@code ?}, {@code ?|} and {@code ?&} are operators, not placeholders. */
        QUESTION_OPERATORS,
        /** Any run of operator characters is one operator. */
        LONG_OPERATORS,
        /** {@code @name} is a placeholder. */
        AT_PLACEHOLDERS,
        /** {@code a[lo:hi]} and <code>{'k':v}</code>: a colon after an operand starts no parameter. */
        COLON_BEHIND_OPERAND,
        /** {@code ||} is OR, {@code &&} is AND, and XOR exists. */
        PIPES_MEAN_OR,
        /** {@code @v := 1} sets a variable of the session. */
        SESSION_VARIABLES,
        /** A query may start with FROM. */
        FROM_FIRST,
        /** There is a QUALIFY clause, and USING SAMPLE. */
        QUALIFY,
        /** There is FETCH FIRST … ROWS. */
        FETCH_FIRST
    }

    private final Set<Feature> features;

    private Syntax(Set<Feature> features) {
        this.features = features;
    }

    static Syntax of(Feature first, Feature... more) {
        return new Syntax(EnumSet.of(first, more));
    }

    public boolean has(Feature feature) {
        return features.contains(feature);
    }
}
