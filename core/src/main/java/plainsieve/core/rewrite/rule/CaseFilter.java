package plainsieve.core.rewrite.rule;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;

/**
 * An optional filter written as CASE in a single condition:
 *
 * <pre>
 * case when :p is null then 1 when x = :p then 1 else 0 end = 1
 * case when :p is null then true else x = :p end
 * x = case when :p is null then x else :p end
 * </pre>
 *
 * With a value, each is equivalent to its filter alone, such as {@code x = :p}.
 */
final class CaseFilter {
    private final Tokens tokens;
    private final Span span;

    private CaseFilter(Tokens tokens, Span span) {
        this.tokens = tokens;
        this.span = span;
    }

    /** The tokens of the filter inside the condition, when the condition is such a CASE over the parameter. */
    public static Optional<Span> find(Tokens tokens, Span condition) {
        return new CaseFilter(tokens, condition).filter();
    }

    /** The membership expressed by the third form: {@code x} compared with {@code :p}. */
    public static Optional<ConditionShape.Membership> membership(Tokens tokens, Span condition) {
        return new CaseFilter(tokens, condition).comparedCase();
    }

    private record Branch(Span when, Span then) {}

    private record Parsed(List<Branch> branches, Optional<Span> fallback, int end) {}

    private Optional<Span> filter() {
        if (tokens.isWord(span.from(), "case")) {
            return parse(span.from()).flatMap(this::filterOf);
        }
        boolean flipped = tokens.isSymbol(span.from() + 1, "=") && tokens.isWord(span.from() + 2, "case");
        return flipped
                ? parse(span.from() + 2)
                        .filter(parsed -> parsed.end() == span.to() - 1)
                        .flatMap(parsed -> numbered(parsed, tokens.written(span.from())))
                : Optional.empty();
    }

    private Optional<Span> filterOf(Parsed parsed) {
        boolean alone = parsed.end() == span.to() - 1;
        if (alone) {
            boolean shaped = parsed.branches().size() == 1
                    && parsed.fallback().isPresent()
                    && isGuard(parsed.branches().get(0).when())
                    && isWord(parsed.branches().get(0).then(), "true");
            return shaped ? parsed.fallback() : Optional.empty();
        }
        boolean compared = parsed.end() + 3 == span.to() && tokens.isSymbol(parsed.end() + 1, "=");
        return compared ? numbered(parsed, tokens.written(span.to() - 1)) : Optional.empty();
    }

    /** {@code case when guard then W when filter then W else other end = W}. */
    private Optional<Span> numbered(Parsed parsed, String wanted) {
        boolean shaped = parsed.branches().size() == 2
                && isGuard(parsed.branches().get(0).when())
                && isText(parsed.branches().get(0).then(), wanted)
                && isText(parsed.branches().get(1).then(), wanted)
                && parsed.fallback()
                        .map(other -> other.length() == 1 && !isText(other, wanted))
                        .orElse(true);
        return shaped ? Optional.of(parsed.branches().get(1).when()) : Optional.empty();
    }

    private Optional<ConditionShape.Membership> comparedCase() {
        int operator = span.from();
        while (operator < span.to() && !tokens.isSymbol(operator, "=")) {
            operator++;
        }
        if (!tokens.isWord(operator + 1, "case")) {
            return Optional.empty();
        }
        Span column = new Span(span.from(), operator);
        return parse(operator + 1)
                .filter(parsed -> parsed.end() == span.to() - 1
                        && parsed.branches().size() == 1
                        && isGuard(parsed.branches().get(0).when())
                        && sameText(parsed.branches().get(0).then(), column))
                .flatMap(Parsed::fallback)
                .filter(other -> other.length() == 1 && tokens.is(other.from(), TokenKind.PARAMETER))
                .map(other -> new ConditionShape.Membership(column, other, other.from(), false, false, true));
    }

    private boolean isGuard(Span part) {
        return GuardReader.read(tokens, part)
                .filter(guard -> guard.everything().isEmpty())
                .isPresent();
    }

    private boolean isWord(Span part, String word) {
        return part.length() == 1 && tokens.isWord(part.from(), word);
    }

    private boolean isText(Span part, String text) {
        return part.length() == 1 && tokens.written(part.from()).equalsIgnoreCase(text);
    }

    private boolean sameText(Span a, Span b) {
        boolean same = a.length() == b.length();
        for (int i = 0; same && i < a.length(); i++) {
            same = tokens.written(a.from() + i).equalsIgnoreCase(tokens.written(b.from() + i));
        }
        return same;
    }

    private Optional<Parsed> parse(int start) {
        List<Branch> branches = new ArrayList<>(2);
        int at = start + 1;
        while (tokens.isWord(at, "when")) {
            int then = next(at + 1, "then");
            int end = then < 0 ? -1 : endOfValue(then + 1);
            if (end < 0) {
                return Optional.empty();
            }
            branches.add(new Branch(new Span(at + 1, then), new Span(then + 1, end)));
            at = end;
        }
        Optional<Span> fallback = Optional.empty();
        if (tokens.isWord(at, "else")) {
            int end = next(at + 1, "end");
            if (end < 0) {
                return Optional.empty();
            }
            fallback = Optional.of(new Span(at + 1, end));
            at = end;
        }
        return tokens.isWord(at, "end") ? Optional.of(new Parsed(branches, fallback, at)) : Optional.empty();
    }

    private int endOfValue(int from) {
        int when = next(from, "when");
        int fallback = next(from, "else");
        int end = next(from, "end");
        int first = Integer.MAX_VALUE;
        for (int candidate : new int[] {when, fallback, end}) {
            first = candidate < 0 ? first : Math.min(first, candidate);
        }
        return first == Integer.MAX_VALUE ? -1 : first;
    }

    /** The next such keyword of this CASE; fails on a nested CASE. */
    private int next(int from, String word) {
        int depth = 0;
        for (int i = from; i < span.to(); i++) {
            depth += tokens.is(i, TokenKind.OPEN) ? 1 : tokens.is(i, TokenKind.CLOSE) ? -1 : 0;
            if (depth == 0 && tokens.isWord(i, word)) {
                return i;
            }
            if (tokens.isWord(i, "case")) {
                return -1;
            }
        }
        return -1;
    }
}
