package plainsieve.core.sql;

import java.util.Optional;
import java.util.function.IntPredicate;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;

/**
 * A comparison: left operand, operator, right operand.
 *
 * @param left the tokens before the operator
 * @param operator the first token of the operator; for {@code not in} the word NOT
 * @param negatedWord whether NOT precedes the operator keyword, as in {@code not between}
 * @param right all tokens after the operator
 */
public record Comparison(Span left, int operator, boolean negatedWord, Kind kind, Span right) {
    /** The kind of operator. */
    public enum Kind {
        EQUAL,
        NOT_EQUAL,
        LESS,
        LESS_OR_EQUAL,
        GREATER,
        GREATER_OR_EQUAL,
        IN,
        BETWEEN,
        LIKE,
        /** IS, SIMILAR TO, a regular expression, the null-safe {@code <=>}. */
        OTHER
    }

    /** The only comparison outside brackets and CASE; empty if there is none or several. */
    public static Optional<Comparison> of(Tokens tokens, Span condition) {
        int operator = next(tokens, condition, condition.from(), i -> isOperator(tokens, condition, i));
        if (operator <= condition.from()) {
            return Optional.empty();
        }
        boolean not = tokens.isWord(operator, "not");
        int word = not ? operator + 1 : operator;
        Span right = new Span(word + 1, condition.to());
        boolean another = next(tokens, condition, word + 1, i -> isOperator(tokens, condition, i)) >= 0;
        return another || right.isEmpty()
                ? Optional.empty()
                : Optional.of(
                        new Comparison(new Span(condition.from(), operator), operator, not, kind(tokens, word), right));
    }

    /** The first matching token from there, outside brackets and CASE; or -1. */
    public static int next(Tokens tokens, Span condition, int from, IntPredicate wanted) {
        int depth = 0;
        int cases = 0;
        for (int i = from; i < condition.to(); i++) {
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

    /** The same with its sides exchanged, {@code price > 10} for {@code 10 < price}; nothing for other operators. */
    public Optional<Comparison> exchanged() {
        Kind other =
                switch (kind) {
                    case EQUAL, NOT_EQUAL -> kind;
                    case LESS -> Kind.GREATER;
                    case LESS_OR_EQUAL -> Kind.GREATER_OR_EQUAL;
                    case GREATER -> Kind.LESS;
                    case GREATER_OR_EQUAL -> Kind.LESS_OR_EQUAL;
                    case IN, BETWEEN, LIKE, OTHER -> Kind.OTHER;
                };
        return other == Kind.OTHER
                ? Optional.empty()
                : Optional.of(new Comparison(right, operator, negatedWord, other, left));
    }

    public boolean isEquality() {
        return kind == Kind.EQUAL || kind == Kind.NOT_EQUAL;
    }

    private static Kind kind(Tokens tokens, int at) {
        if (tokens.is(at, TokenKind.SYMBOL)) {
            return switch (tokens.written(at)) {
                case "=", "==" -> Kind.EQUAL;
                case "<>", "!=" -> Kind.NOT_EQUAL;
                case "<" -> Kind.LESS;
                case "<=" -> Kind.LESS_OR_EQUAL;
                case ">" -> Kind.GREATER;
                case ">=" -> Kind.GREATER_OR_EQUAL;
                default -> Kind.OTHER;
            };
        }
        if (tokens.isWord(at, "in")) {
            return Kind.IN;
        }
        if (tokens.isWord(at, "between")) {
            return Kind.BETWEEN;
        }
        return tokens.isWord(at, "like") || tokens.isWord(at, "ilike") ? Kind.LIKE : Kind.OTHER;
    }

    /** {@code a isnull} is a condition, {@code isnull(a)} a function of some databases. */
    private static boolean isNullWord(Tokens tokens, int i) {
        return tokens.isWord(i, "isnull") || tokens.isWord(i, "notnull");
    }

    private static boolean isOperator(Tokens tokens, Span condition, int i) {
        if (tokens.is(i, TokenKind.SYMBOL)) {
            return kind(tokens, i) != Kind.OTHER || tokens.isSymbol(i, "<=>");
        }
        return tokens.isWord(i, "in")
                || tokens.isWord(i, "between")
                || tokens.isWord(i, "like")
                || tokens.isWord(i, "ilike")
                || tokens.isWord(i, "is")
                || (isNullWord(tokens, i) && !tokens.isBracket(i + 1, '('))
                || (tokens.isWord(i, "xor") && i > condition.from())
                || tokens.isWord(i, "similar")
                || tokens.isWord(i, "regexp")
                || tokens.isWord(i, "rlike")
                || tokens.isWord(i, "glob")
                || (tokens.isWord(i, "not") && i > condition.from());
    }
}
