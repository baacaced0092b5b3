package plainsieve.core.sql;

import java.util.List;

/** The tree of AND, OR and NOT in a WHERE, HAVING, ON, QUALIFY or FILTER, down to each single condition. */
public sealed interface Condition {
    Span span();

    /** How many single conditions it is made of, those of subqueries left aside. */
    default int count() {
        if (this instanceof Joined joined) {
            return joined.items().stream().mapToInt(Condition::count).sum();
        }
        if (this instanceof Not not) {
            return not.operand().count();
        }
        return this instanceof Parenthesised wrapped ? wrapped.inner().count() : 1;
    }

    /** Conditions joined by AND or by OR. The word before item {@code i} is the token before its span. */
    record Joined(List<Condition> items, boolean or, Span span) implements Condition {
        public Joined {
            items = List.copyOf(items);
        }
    }

    record Not(Condition operand, Span span) implements Condition {}

    record Parenthesised(Condition inner, Span span) implements Condition {}

    /** One condition. What is inside needs only be balanced, so a function or operator unknown here is never an error. */
    record Leaf(Span span) implements Condition {}
}
