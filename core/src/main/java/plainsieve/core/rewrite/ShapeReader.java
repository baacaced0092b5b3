package plainsieve.core.rewrite;

import java.util.function.IntPredicate;
import plainsieve.core.rewrite.ConditionShape.ItemsOfList;
import plainsieve.core.rewrite.ConditionShape.Membership;
import plainsieve.core.rewrite.ConditionShape.Other;
import plainsieve.core.rewrite.ConditionShape.Range;
import plainsieve.core.sql.Span;
import plainsieve.core.sql.TokenKind;
import plainsieve.core.sql.Tokens;

/** Recognises the shape of one condition. What it does not recognise is {@link Other}: bound or left out, never changed. */
final class ShapeReader {
    private final Tokens tokens;
    private final Span span;

    private ShapeReader(Tokens tokens, Span span) {
        this.tokens = tokens;
        this.span = span;
    }

    static ConditionShape read(Tokens tokens, Span condition) {
        return new ShapeReader(tokens, condition).read();
    }

    private ConditionShape read() {
        int operator = firstComparison(span.from());
        if (operator < 0) {
            return new Other();
        }
        boolean not = tokens.isWord(operator, "not");
        int word = not ? operator + 1 : operator;
        if (tokens.isWord(word, "between")) {
            return range(operator, word, not);
        }
        if (tokens.isWord(word, "in")) {
            return list(operator, word, not);
        }
        return isEquality(operator) ? equality(operator) : new Other();
    }

    private ConditionShape equality(int operator) {
        boolean negated = tokens.isSymbol(operator, "<>") || tokens.isSymbol(operator, "!=");
        if (firstComparison(operator + 1) >= 0) {
            return new Other();
        }
        Span left = new Span(span.from(), operator);
        Span right = new Span(operator + 1, span.to());
        if (isParameter(right)) {
            return new Membership(left, right.from(), negated, false, false);
        }
        if (isParameter(left)) {
            return new Membership(right, left.from(), negated, true, false);
        }
        boolean any = tokens.isWord(right.from(), "any") || tokens.isWord(right.from(), "some");
        boolean all = tokens.isWord(right.from(), "all");
        boolean quantified = right.length() == 4
                && (negated ? all : any)
                && tokens.isBracket(right.from() + 1, '(')
                && tokens.is(right.from() + 2, TokenKind.PARAMETER);
        return quantified || (!negated && isCoalesce(left, right))
                ? new Membership(left, right.from() + 2, negated, false, true)
                : new Other();
    }

    /** {@code coalesce(:p, x)} behind {@code x =}: with nothing chosen, x is compared with itself. */
    private boolean isCoalesce(Span column, Span right) {
        int open = right.from() + 1;
        boolean shaped = tokens.isWord(right.from(), "coalesce")
                && tokens.isBracket(open, '(')
                && tokens.is(open + 1, TokenKind.PARAMETER)
                && tokens.is(open + 2, TokenKind.COMMA)
                && tokens.isBracket(right.to() - 1, ')')
                && right.length() == column.length() + 5;
        for (int i = 0; shaped && i < column.length(); i++) {
            shaped = tokens.written(open + 3 + i).equalsIgnoreCase(tokens.written(column.from() + i));
        }
        return shaped;
    }

    private ConditionShape list(int operator, int in, boolean not) {
        boolean bracketed = tokens.isBracket(in + 1, '(') && tokens.isBracket(span.to() - 1, ')');
        if (!bracketed || operator == span.from()) {
            return new Other();
        }
        Span items = new Span(in + 2, span.to() - 1);
        if (isParameter(items)) {
            return new Membership(new Span(span.from(), operator), items.from(), not, false, false);
        }
        return new ItemsOfList();
    }

    private ConditionShape range(int operator, int between, boolean not) {
        boolean symmetric = tokens.isWord(between + 1, "symmetric") || tokens.isWord(between + 1, "asymmetric");
        int and = first(between + 1, i -> tokens.isWord(i, "and"));
        if (symmetric || and < 0 || operator == span.from()) {
            return new Other();
        }
        return new Range(
                new Span(span.from(), operator), not, new Span(between + 1, and), new Span(and + 1, span.to()));
    }

    private boolean isParameter(Span part) {
        return part.length() == 1 && tokens.is(part.from(), TokenKind.PARAMETER);
    }

    private boolean isEquality(int at) {
        return tokens.isSymbol(at, "=")
                || tokens.isSymbol(at, "==")
                || tokens.isSymbol(at, "<>")
                || tokens.isSymbol(at, "!=");
    }

    /** The first comparison; of {@code not in} and {@code not between} the word NOT; or -1. */
    private int firstComparison(int from) {
        return first(from, this::isComparison);
    }

    /** The first token outside brackets and CASE for which this holds; or -1. */
    private int first(int from, IntPredicate wanted) {
        int depth = 0;
        int cases = 0;
        for (int i = from; i < span.to(); i++) {
            if (tokens.is(i, TokenKind.OPEN)) {
                depth++;
            } else if (tokens.is(i, TokenKind.CLOSE)) {
                depth--;
            } else if (tokens.isWord(i, "case")) {
                cases++;
            } else if (tokens.isWord(i, "end") && cases > 0) {
                cases--;
            } else if (depth == 0 && cases == 0 && wanted.test(i)) {
                return i;
            }
        }
        return -1;
    }

    private boolean isComparison(int i) {
        if (tokens.is(i, TokenKind.SYMBOL)) {
            return isEquality(i)
                    || tokens.isSymbol(i, "<")
                    || tokens.isSymbol(i, ">")
                    || tokens.isSymbol(i, "<=")
                    || tokens.isSymbol(i, ">=");
        }
        return tokens.isWord(i, "in")
                || tokens.isWord(i, "between")
                || tokens.isWord(i, "like")
                || tokens.isWord(i, "ilike")
                || tokens.isWord(i, "is")
                || tokens.isWord(i, "similar")
                || (tokens.isWord(i, "not") && i > span.from());
    }
}
