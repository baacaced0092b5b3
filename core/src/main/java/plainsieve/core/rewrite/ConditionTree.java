package plainsieve.core.rewrite;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.sql.Condition;
import plainsieve.core.sql.lexer.Span;

/**
 * A condition tree without some of its leaves and without the operators that this empties.
 *
 * @param leaf the condition of a leaf; empty for inner nodes
 * @param parts the operands
 */
record ConditionTree(Word word, Optional<Condition.Leaf> leaf, List<ConditionTree> parts, Span span) {
    /** The operator. */
    enum Word {
        LEAF,
        AND,
        OR,
        NOT,
        BRACKETS
    }

    /** Nothing when all of its leaves are left out. */
    static Optional<ConditionTree> of(Condition condition, Set<Condition.Leaf> leftOut) {
        return condition.accept(new Reader(leftOut));
    }

    private record Reader(Set<Condition.Leaf> leftOut) implements Condition.Visitor<Optional<ConditionTree>> {
        @Override
        public Optional<ConditionTree> joined(Condition.Compound joined) {
            List<ConditionTree> parts = new ArrayList<>();
            joined.items().forEach(item -> item.accept(this).ifPresent(parts::add));
            if (parts.size() < 2) {
                return parts.stream().findFirst();
            }
            return Optional.of(
                    new ConditionTree(joined.or() ? Word.OR : Word.AND, Optional.empty(), parts, joined.span()));
        }

        @Override
        public Optional<ConditionTree> not(Condition.Not not) {
            return around(Word.NOT, not.operand(), not.span());
        }

        @Override
        public Optional<ConditionTree> parenthesised(Condition.Parenthesised wrapped) {
            return around(Word.BRACKETS, wrapped.inner(), wrapped.span());
        }

        private Optional<ConditionTree> around(Word word, Condition inner, Span span) {
            return inner.accept(this).map(part -> new ConditionTree(word, Optional.empty(), List.of(part), span));
        }

        @Override
        public Optional<ConditionTree> leaf(Condition.Leaf leaf) {
            return leftOut.contains(leaf)
                    ? Optional.empty()
                    : Optional.of(new ConditionTree(Word.LEAF, Optional.of(leaf), List.of(), leaf.span()));
        }
    }
}
