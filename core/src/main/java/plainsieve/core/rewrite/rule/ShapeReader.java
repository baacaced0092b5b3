package plainsieve.core.rewrite.rule;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import plainsieve.core.rewrite.rule.ConditionShape.ItemsOfList;
import plainsieve.core.rewrite.rule.ConditionShape.Membership;
import plainsieve.core.rewrite.rule.ConditionShape.Other;
import plainsieve.core.rewrite.rule.ConditionShape.Pattern;
import plainsieve.core.rewrite.rule.ConditionShape.Range;
import plainsieve.core.sql.Comparison;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;

/** Recognizes the shape of one condition. Unrecognized ones are {@link Other}: bound or omitted, never changed. */
final class ShapeReader {
    private final Tokens tokens;
    private final Span span;

    private ShapeReader(Tokens tokens, Span span) {
        this.tokens = tokens;
        this.span = span;
    }

    public static ConditionShape read(Tokens tokens, Span condition) {
        return new ShapeReader(tokens, condition).read();
    }

    private ConditionShape read() {
        return Comparison.of(tokens, span).map(this::shape).orElseGet(Other::new);
    }

    private ConditionShape shape(Comparison comparison) {
        return switch (comparison.kind()) {
            case BETWEEN -> range(comparison);
            case IN -> list(comparison);
            case LIKE -> pattern(comparison.right());
            case EQUAL, NOT_EQUAL -> equality(comparison);
            default -> new Other();
        };
    }

    private ConditionShape equality(Comparison comparison) {
        boolean negated = comparison.kind() == Comparison.Kind.NOT_EQUAL;
        Span left = comparison.left();
        Span right = comparison.right();
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

    /** Whether the part is a parameter, a cast of it, or one function call on it: something that can be repeated for each value. */
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

    /** {@code ::date}, {@code ::numeric(10, 2)}, {@code ::double precision}; excludes arrays. */
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

    private ConditionShape list(Comparison comparison) {
        int open = comparison.right().from();
        boolean bracketed = tokens.isBracket(open, '(') && closesAt(open) == span.to() - 1;
        if (!bracketed) {
            return new Other();
        }
        boolean not = comparison.negatedWord();
        List<Span> items = items(new Span(open + 1, span.to() - 1));
        if (items.stream().anyMatch(Span::isEmpty)) {
            return new Other();
        }
        Span first = items.get(0);
        if (items.size() == 1 && isOperandOnly(first) && parameters(first).size() == 1) {
            return new Membership(comparison.left(), first, parameters(first).get(0), not, false, false);
        }
        return new ItemsOfList(comparison.left(), items, not);
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

    private ConditionShape range(Comparison comparison) {
        int from = comparison.right().from();
        boolean symmetric = tokens.isWord(from, "symmetric") || tokens.isWord(from, "asymmetric");
        int and = Comparison.next(tokens, span, from, i -> tokens.isWord(i, "and"));
        return symmetric || and <= from || and + 1 >= span.to()
                ? new Other()
                : new Range(
                        comparison.left(), comparison.negatedWord(), new Span(from, and), new Span(and + 1, span.to()));
    }

    private ConditionShape pattern(Span right) {
        boolean any = tokens.isWord(right.from(), "any") || tokens.isWord(right.from(), "all");
        int escape = Comparison.next(tokens, span, right.from(), i -> tokens.isWord(i, "escape"));
        int end = escape < 0 ? span.to() : escape;
        boolean wildcard = false;
        for (int i = right.from(); i < end; i++) {
            wildcard |= tokens.is(i, TokenKind.STRING)
                    && (tokens.written(i).indexOf('%') >= 0 || tokens.written(i).indexOf('_') >= 0);
        }
        if (!wildcard || any) {
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
}
