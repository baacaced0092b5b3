package plainsieve.core.rewrite;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.IntPredicate;
import plainsieve.core.rewrite.ConditionShape.ItemsOfList;
import plainsieve.core.rewrite.ConditionShape.Membership;
import plainsieve.core.rewrite.ConditionShape.Other;
import plainsieve.core.rewrite.ConditionShape.Pattern;
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
        if (operator <= span.from()) {
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
        if (tokens.isWord(word, "like") || tokens.isWord(word, "ilike")) {
            return pattern(word);
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
        List<Integer> inLeft = parameters(left);
        List<Integer> inRight = parameters(right);
        if (inRight.size() == 1 && inLeft.isEmpty()) {
            return compared(left, right, inRight.get(0), negated);
        }
        if (inLeft.size() == 1 && inRight.isEmpty() && isOperandOnly(left)) {
            return new Membership(right, left, inLeft.get(0), negated, true, false);
        }
        boolean plainRight = right.length() == 1 && inRight.size() == 1;
        return plainRight ? new Membership(left, right, right.from(), negated, false, false) : new Other();
    }

    private ConditionShape compared(Span left, Span right, int parameter, boolean negated) {
        boolean any = tokens.isWord(right.from(), "any") || tokens.isWord(right.from(), "some");
        boolean all = tokens.isWord(right.from(), "all");
        if ((any || all) && tokens.isBracket(right.from() + 1, '(')) {
            boolean fits = right.length() == 4 && (negated ? all : any);
            Span operand = new Span(parameter, parameter + 1);
            return fits ? new Membership(left, operand, parameter, negated, false, true) : new Other();
        }
        if (!negated && isCoalesce(left, right)) {
            return new Membership(left, new Span(parameter, parameter + 1), parameter, false, false, true);
        }
        return isOperandOnly(right) ? new Membership(left, right, parameter, negated, false, false) : new Other();
    }

    /** Whether the part is a parameter, a cast of it, or one function call around it: nothing that a list could not repeat. */
    private boolean isOperandOnly(Span part) {
        if (part.length() == 1) {
            return tokens.is(part.from(), TokenKind.PARAMETER);
        }
        if (tokens.is(part.from(), TokenKind.PARAMETER)) {
            return isCast(new Span(part.from() + 1, part.to()));
        }
        boolean call = tokens.is(part.from(), TokenKind.WORD)
                && tokens.isBracket(part.from() + 1, '(')
                && closesAt(part.from() + 1) == part.to() - 1;
        boolean query = tokens.isWord(part.from() + 2, "select") || tokens.isWord(part.from() + 2, "with");
        boolean wide = tokens.isWord(part.from(), "exists") || tokens.isWord(part.from(), "row");
        return call && !query && !wide;
    }

    /** {@code ::date}, {@code ::numeric(10, 2)}, {@code ::double precision}; an array is not one value. */
    private boolean isCast(Span part) {
        if (!tokens.isSymbol(part.from(), "::")) {
            return false;
        }
        for (int i = part.from() + 1; i < part.to(); i++) {
            boolean type = tokens.is(i, TokenKind.WORD)
                    || tokens.is(i, TokenKind.NUMBER)
                    || tokens.is(i, TokenKind.COMMA)
                    || tokens.is(i, TokenKind.QUOTED_NAME)
                    || tokens.isSymbol(i, "::")
                    || tokens.isBracket(i, '(')
                    || tokens.isBracket(i, ')');
            if (!type || tokens.isWord(i, "collate")) {
                return false;
            }
        }
        return true;
    }

    private int closesAt(int open) {
        int depth = 0;
        for (int i = open; i < span.to(); i++) {
            depth += tokens.is(i, TokenKind.OPEN) ? 1 : tokens.is(i, TokenKind.CLOSE) ? -1 : 0;
            if (depth == 0) {
                return i;
            }
        }
        return -1;
    }

    private List<Integer> parameters(Span part) {
        List<Integer> found = new ArrayList<>(2);
        for (int i = part.from(); i < part.to(); i++) {
            if (tokens.is(i, TokenKind.PARAMETER)) {
                found.add(i);
            }
        }
        return found;
    }

    /** {@code coalesce(:p, x)} behind {@code x =}: with nothing chosen, x is compared with itself. */
    private boolean isCoalesce(Span column, Span right) {
        int open = right.from() + 1;
        boolean named = tokens.isWord(right.from(), "coalesce")
                || tokens.isWord(right.from(), "ifnull")
                || tokens.isWord(right.from(), "nvl");
        boolean shaped = named
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
        boolean bracketed = tokens.isBracket(in + 1, '(') && closesAt(in + 1) == span.to() - 1;
        if (!bracketed) {
            return new Other();
        }
        Span column = new Span(span.from(), operator);
        List<Span> items = items(new Span(in + 2, span.to() - 1));
        Span first = items.get(0);
        if (items.size() == 1 && isOperandOnly(first) && parameters(first).size() == 1) {
            return new Membership(column, first, parameters(first).get(0), not, false, false);
        }
        return new ItemsOfList(column, items, not);
    }

    private List<Span> items(Span list) {
        List<Span> items = new ArrayList<>();
        int depth = 0;
        int from = list.from();
        for (int i = list.from(); i < list.to(); i++) {
            depth += tokens.is(i, TokenKind.OPEN) ? 1 : tokens.is(i, TokenKind.CLOSE) ? -1 : 0;
            if (depth == 0 && tokens.is(i, TokenKind.COMMA)) {
                items.add(new Span(from, i));
                from = i + 1;
            }
        }
        items.add(new Span(from, list.to()));
        return items;
    }

    private ConditionShape range(int operator, int between, boolean not) {
        boolean symmetric = tokens.isWord(between + 1, "symmetric") || tokens.isWord(between + 1, "asymmetric");
        int and = first(between + 1, i -> tokens.isWord(i, "and"));
        if (symmetric || and < 0) {
            return new Other();
        }
        return new Range(
                new Span(span.from(), operator), not, new Span(between + 1, and), new Span(and + 1, span.to()));
    }

    private ConditionShape pattern(int like) {
        boolean any = tokens.isWord(like + 1, "any") || tokens.isWord(like + 1, "all");
        int escape = first(like + 1, i -> tokens.isWord(i, "escape"));
        int end = escape < 0 ? span.to() : escape;
        boolean wildcard = false;
        for (int i = like + 1; i < end; i++) {
            wildcard |= tokens.is(i, TokenKind.STRING)
                    && (tokens.written(i).indexOf('%') >= 0 || tokens.written(i).indexOf('_') >= 0);
        }
        if (!wildcard || any || firstComparison(like + 1) >= 0) {
            return new Other();
        }
        if (escape < 0) {
            return new Pattern(Optional.empty());
        }
        return escapeCharacter(escape + 1)
                .<ConditionShape>map(c -> new Pattern(Optional.of(c)))
                .orElseGet(Other::new);
    }

    private Optional<Character> escapeCharacter(int token) {
        String written = tokens.is(token, TokenKind.STRING) && token == span.to() - 1 ? tokens.written(token) : "";
        boolean single = written.length() == 3 || written.equals("'\\\\'") || written.equals("''''");
        return single ? Optional.of(written.charAt(1)) : Optional.empty();
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
                    || tokens.isSymbol(i, ">=")
                    || tokens.isSymbol(i, "<=>");
        }
        return tokens.isWord(i, "in")
                || tokens.isWord(i, "between")
                || tokens.isWord(i, "like")
                || tokens.isWord(i, "ilike")
                || tokens.isWord(i, "is")
                || tokens.isWord(i, "isnull")
                || tokens.isWord(i, "notnull")
                || tokens.isWord(i, "similar")
                || tokens.isWord(i, "regexp")
                || tokens.isWord(i, "rlike")
                || tokens.isWord(i, "glob")
                || (tokens.isWord(i, "not") && i > span.from());
    }
}
