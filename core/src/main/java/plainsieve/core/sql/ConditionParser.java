package plainsieve.core.sql;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import plainsieve.core.dialect.Syntax;
import plainsieve.core.dialect.Syntax.Feature;
import plainsieve.core.sql.lexer.Brackets;
import plainsieve.core.sql.lexer.Keywords;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;

/**
 * Finds the tree of AND, OR and NOT in a run of tokens. Binding is SQL's: NOT before AND before OR. The AND of
 * {@code BETWEEN … AND …} and everything between CASE and END belong to the condition they are in.
 */
final class ConditionParser {
    private static final int MOST_NOTS = 20;

    private final Tokens tokens;
    private final Brackets brackets;
    private final SubqueryDetector starts;
    private final boolean pipesMeanOr;
    private final Consumer<Condition.Leaf> onLeaf;

    /** @param onLeaf receives every single condition, in text order */
    ConditionParser(
            Tokens tokens, Brackets brackets, SubqueryDetector starts, Syntax syntax, Consumer<Condition.Leaf> onLeaf) {
        this.tokens = tokens;
        this.brackets = brackets;
        this.starts = starts;
        this.pipesMeanOr = syntax.has(Feature.PIPES_MEAN_OR);
        this.onLeaf = onLeaf;
    }

    Condition parse(Span span) {
        return joined(span, true);
    }

    private Condition joined(Span span, boolean or) {
        List<Condition> items = new ArrayList<>();
        int from = span.from();
        for (int connector : connectors(span, or)) {
            items.add(operand(new Span(from, connector), or));
            from = connector + 1;
        }
        Condition last = operand(new Span(from, span.to()), or);
        if (items.isEmpty()) {
            return last;
        }
        items.add(last);
        return new Condition.Compound(items, or, span);
    }

    private Condition operand(Span span, boolean or) {
        if (span.isEmpty()) {
            int near = Math.min(span.from(), tokens.size() - 1);
            throw new ProblemException(Problem.of(
                            ProblemKind.SYNTAX_ERROR,
                            "A condition is missing here.",
                            "Add one, or remove the AND or OR.")
                    .at(tokens.place(near)));
        }
        // XOR binds between OR and AND. Its operands have no meaning alone, so both are one condition.
        return or ? (hasXor(span) ? leaf(span) : joined(span, false)) : negated(span);
    }

    private boolean hasXor(Span span) {
        for (int i = span.from(); pipesMeanOr && i < span.to(); i++) {
            if (tokens.is(i, TokenKind.OPEN)) {
                i = brackets.close(i);
            } else if (tokens.isWord(i, "xor") && !Keywords.isName(tokens, i)) {
                return true;
            }
        }
        return false;
    }

    private Condition negated(Span span) {
        int nots = 0;
        while (nots < span.length() - 1 && tokens.isWord(span.from() + nots, "not")) {
            nots++;
        }
        if (nots > MOST_NOTS) {
            throw new ProblemException(
                    Problem.of(ProblemKind.SYNTAX_ERROR, "More than 20 consecutive NOTs.", "Remove pairs of them.")
                            .at(tokens.place(span.from())));
        }
        Condition condition = bracketed(new Span(span.from() + nots, span.to()));
        for (int i = nots - 1; i >= 0; i--) {
            condition = new Condition.Not(condition, new Span(span.from() + i, span.to()));
        }
        return condition;
    }

    private Condition bracketed(Span span) {
        boolean wrapped = tokens.isBracket(span.from(), '(')
                && brackets.close(span.from()) == span.to() - 1
                && span.length() > 2
                && !starts.opensQuery(span.from());
        if (wrapped) {
            return new Condition.Parenthesised(parse(new Span(span.from() + 1, span.to() - 1)), span);
        }
        return leaf(span);
    }

    private Condition leaf(Span span) {
        Condition.Leaf leaf = new Condition.Leaf(span);
        onLeaf.accept(leaf);
        return leaf;
    }

    /** The positions of the keyword AND (or OR) that joins conditions of this level. */
    private List<Integer> connectors(Span span, boolean or) {
        List<Integer> found = new ArrayList<>(4);
        int cases = 0;
        int betweens = 0;
        for (int i = span.from(); i < span.to(); i++) {
            if (tokens.is(i, TokenKind.OPEN)) {
                i = brackets.close(i);
            } else if (pipesMeanOr && tokens.isSymbol(i, or ? "||" : "&&")) {
                found.add(i);
            } else if (!tokens.is(i, TokenKind.WORD) || Keywords.isName(tokens, i)) {
                continue;
            } else if (tokens.isWord(i, "case")) {
                cases++;
            } else if (tokens.isWord(i, "end") && cases > 0) {
                cases--;
            } else if (cases > 0) {
                continue;
            } else if (tokens.isWord(i, "between")) {
                betweens++;
            } else if (tokens.isWord(i, "and") && betweens > 0) {
                betweens--;
            } else if (tokens.isWord(i, or ? "or" : "and")) {
                found.add(i);
            }
        }
        return found;
    }
}
