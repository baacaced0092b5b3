package plainsieve.core.rewrite;

import plainsieve.core.sql.Span;

/** What a single condition says about a parameter, as far as rewriting needs to know. */
sealed interface ConditionShape {
    /**
     * {@code x = :p}, {@code :p = x}, {@code x <> :p}, {@code x in (:p)}, {@code x not in (:p)}, {@code x = any(:p)},
     * {@code x = coalesce(:p, x)}.
     *
     * @param column the tokens of {@code x}
     * @param parameter the token of {@code :p}
     * @param flipped the parameter stands before {@code x}
     * @param wrapped the parameter stands in {@code any(…)} or {@code coalesce(…)}, where one value cannot just be bound
     */
    record Membership(Span column, int parameter, boolean negated, boolean flipped, boolean wrapped)
            implements ConditionShape {}

    /** {@code x in ('A', :p, …)}: a parameter among other items. */
    record ItemsOfList() implements ConditionShape {}

    /** {@code x between low and high}, or {@code x not between low and high}. */
    record Range(Span column, boolean negated, Span low, Span high) implements ConditionShape {}

    record Other() implements ConditionShape {}
}
