package plainsieve.core.rewrite;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.Condition;
import plainsieve.core.sql.ParameterPlace;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.Span;
import plainsieve.core.sql.TokenKind;
import plainsieve.core.sql.Tokens;

/**
 * An optional filter as people write it by hand: {@code (:p is null or x = :p)}, {@code (:p = '' or x = :p)},
 * {@code (:p = 'All' or x in (:p))}. The guard says when nothing is filtered; the other conditions filter.
 *
 * <p>Recognised only when the guard and single conditions that all mention {@code :p} are the whole of the OR: then the
 * guard is false for every choice that filters, and true for every choice that does not, so it never needs to be sent.
 *
 * @param parameter the name of {@code :p}
 * @param everything the value that stands for everything, such as {@code All}; nothing when the guard tests for NULL
 */
record OptionalIdiom(String parameter, Optional<String> everything) {

    /** Every condition that is part of such an idiom, guards and filters. */
    record Found(Map<Condition.Leaf, OptionalIdiom> guards, Map<Condition.Leaf, OptionalIdiom> filters) {}

    static Found in(ParsedQuery query) {
        Found found = new Found(new HashMap<>(), new HashMap<>());
        for (Clause clause : query.conditionClauses()) {
            clause.condition().ifPresent(condition -> walk(condition, query, found));
        }
        return found;
    }

    private static void walk(Condition condition, ParsedQuery query, Found found) {
        if (condition instanceof Condition.Not not) {
            walk(not.operand(), query, found);
        } else if (condition instanceof Condition.Parenthesised wrapped) {
            walk(wrapped.inner(), query, found);
        } else if (condition instanceof Condition.Joined joined) {
            if (joined.or()) {
                recognise(joined, query, found);
            }
            joined.items().forEach(item -> walk(item, query, found));
        }
    }

    private static void recognise(Condition.Joined joined, ParsedQuery query, Found found) {
        List<Condition.Leaf> leaves = new ArrayList<>();
        joined.items().forEach(item -> single(item).ifPresent(leaves::add));
        if (leaves.size() != joined.items().size()) {
            return;
        }
        for (Condition.Leaf leaf : leaves) {
            Optional<OptionalIdiom> idiom = guard(leaf.span(), query.tokens());
            if (idiom.isPresent() && allOthersMention(idiom.get().parameter(), leaf, leaves, query)) {
                found.guards().put(leaf, idiom.get());
                leaves.stream().filter(other -> other != leaf).forEach(other -> found.filters()
                        .put(other, idiom.get()));
                return;
            }
        }
    }

    private static Optional<Condition.Leaf> single(Condition item) {
        if (item instanceof Condition.Parenthesised wrapped) {
            return single(wrapped.inner());
        }
        return item instanceof Condition.Leaf leaf ? Optional.of(leaf) : Optional.empty();
    }

    private static boolean allOthersMention(
            String parameter, Condition.Leaf guard, List<Condition.Leaf> leaves, ParsedQuery query) {
        return leaves.size() > 1
                && leaves.stream()
                        .filter(leaf -> leaf != guard)
                        .allMatch(leaf -> mentions(parameter, leaf, query.parameters()));
    }

    private static boolean mentions(String parameter, Condition.Leaf leaf, List<ParameterPlace> places) {
        return places.stream()
                .anyMatch(place -> place.name().equals(parameter)
                        && place.leaf().filter(leaf::equals).isPresent());
    }

    /** {@code :p is null}, {@code :p = 'text'} or {@code 'text' = :p}. */
    private static Optional<OptionalIdiom> guard(Span span, Tokens tokens) {
        int first = span.from();
        if (span.length() != 3) {
            return Optional.empty();
        }
        if (tokens.is(first, TokenKind.PARAMETER)
                && tokens.isWord(first + 1, "is")
                && tokens.isWord(first + 2, "null")) {
            return Optional.of(new OptionalIdiom(tokens.parameterName(first), Optional.empty()));
        }
        boolean flipped = tokens.is(first + 2, TokenKind.PARAMETER);
        int parameter = flipped ? first + 2 : first;
        int literal = flipped ? first : first + 2;
        boolean compared = tokens.is(parameter, TokenKind.PARAMETER)
                && tokens.isSymbol(first + 1, "=")
                && tokens.is(literal, TokenKind.STRING)
                && tokens.written(literal).startsWith("'");
        return compared
                ? Optional.of(
                        new OptionalIdiom(tokens.parameterName(parameter), Optional.of(text(tokens.written(literal)))))
                : Optional.empty();
    }

    private static String text(String literal) {
        return literal.substring(1, literal.length() - 1).replace("''", "'");
    }
}
