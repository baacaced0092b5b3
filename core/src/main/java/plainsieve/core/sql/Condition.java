package plainsieve.core.sql;

import java.util.List;
import java.util.stream.Stream;
import plainsieve.core.sql.lexer.Span;

/** The tree of AND, OR and NOT in a WHERE, HAVING, ON, QUALIFY or FILTER, down to each single condition. */
public sealed interface Condition {
    Span span();

    /** Applies the visitor's method for this kind of condition. */
    <R> R accept(Visitor<R> visitor);

    /** A function on every kind of condition. No method has a default, so that a new kind does not compile until all handle it. */
    interface Visitor<R> {
        R joined(Compound joined);

        R not(Not not);

        R parenthesised(Parenthesised wrapped);

        R leaf(Leaf leaf);
    }

    /** Its single conditions in text order, excluding those of subqueries. */
    default Stream<Leaf> leaves() {
        return accept(new Leaves());
    }

    /** Its lists joined by AND or OR, outer ones first. */
    default Stream<Compound> lists() {
        return accept(new Lists());
    }

    /** The number of its single conditions. */
    default int count() {
        return (int) leaves().count();
    }

    /** Conditions joined by AND or by OR. The word before item {@code i} is the token before its span. */
    record Compound(List<Condition> items, boolean or, Span span) implements Condition {
        public Compound {
            items = List.copyOf(items);
        }

        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.joined(this);
        }
    }

    record Not(Condition operand, Span span) implements Condition {
        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.not(this);
        }
    }

    record Parenthesised(Condition inner, Span span) implements Condition {
        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.parenthesised(this);
        }
    }

    /** One condition. Its content only has to be balanced, so that unknown functions and operators are never errors. */
    record Leaf(Span span) implements Condition {
        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.leaf(this);
        }
    }

    /** Collects {@link Condition#leaves()}. */
    record Leaves() implements Visitor<Stream<Leaf>> {
        @Override
        public Stream<Leaf> joined(Compound joined) {
            return joined.items().stream().flatMap(Condition::leaves);
        }

        @Override
        public Stream<Leaf> not(Not not) {
            return not.operand().leaves();
        }

        @Override
        public Stream<Leaf> parenthesised(Parenthesised wrapped) {
            return wrapped.inner().leaves();
        }

        @Override
        public Stream<Leaf> leaf(Leaf leaf) {
            return Stream.of(leaf);
        }
    }

    /** Collects {@link Condition#lists()}. */
    record Lists() implements Visitor<Stream<Compound>> {
        @Override
        public Stream<Compound> joined(Compound joined) {
            return Stream.concat(Stream.of(joined), joined.items().stream().flatMap(Condition::lists));
        }

        @Override
        public Stream<Compound> not(Not not) {
            return not.operand().lists();
        }

        @Override
        public Stream<Compound> parenthesised(Parenthesised wrapped) {
            return wrapped.inner().lists();
        }

        @Override
        public Stream<Compound> leaf(Leaf leaf) {
            return Stream.empty();
        }
    }
}
