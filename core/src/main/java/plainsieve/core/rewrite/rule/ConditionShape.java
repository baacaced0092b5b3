package plainsieve.core.rewrite.rule;

import java.util.List;
import java.util.Optional;
import plainsieve.core.sql.lexer.Span;

/** The structure of a condition on a parameter, as needed for rewriting. */
public sealed interface ConditionShape {
    /**
     * {@code x = :p}, {@code :p = x}, {@code x <> :p}, {@code x in (:p)}, {@code x not in (:p)}, {@code x = any(:p)},
     * {@code x = coalesce(:p, x)}, {@code x = lower(:p)}, {@code x = :p::date}.
     *
     * @param column the tokens of {@code x}
     * @param operand the expression that contains the parameter, without any {@code any(…)} or {@code coalesce(…)} around it
     * @param parameter the token of {@code :p}
     * @param flipped whether the parameter precedes {@code x}
     * @param wrapped whether the parameter is in {@code any(…)} or {@code coalesce(…)}, where a single value cannot be bound
     */
    record Membership(Span column, Span operand, int parameter, boolean negated, boolean flipped, boolean wrapped)
            implements ConditionShape {
        boolean plain() {
            return operand.length() == 1;
        }
    }

    /** {@code x in ('A', :p, …)}: a parameter among other items, each of which is its own expression. */
    record ItemsOfList(Span column, List<Span> items, boolean negated) implements ConditionShape {
        public ItemsOfList {
            items = List.copyOf(items);
        }
    }

    /** {@code x between low and high}, or {@code x not between low and high}. */
    record Range(Span column, boolean negated, Span low, Span high) implements ConditionShape {}

    /**
     * {@code x like '%' || :p || '%'}: the wildcards are the author's, the parameter is literal text.
     *
     * @param escape the explicit escape character
     */
    record Pattern(Optional<Character> escape) implements ConditionShape {}

    record Other() implements ConditionShape {}
}
