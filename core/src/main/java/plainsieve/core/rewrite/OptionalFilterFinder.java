package plainsieve.core.rewrite;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.rewrite.rule.GuardReader;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.Condition;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;

/**
 * Finds {@link OptionalFilter}s: an OR with at least one operand that tests a parameter itself and at least one
 * other that uses the same parameter.
 */
final class OptionalFilterFinder {
    private final Tokens tokens;
    private final List<OptionalFilter> found = new ArrayList<>();

    private OptionalFilterFinder(ParsedQuery query) {
        this.tokens = query.tokens();
    }

    static List<OptionalFilter> findAll(ParsedQuery query) {
        OptionalFilterFinder filters = new OptionalFilterFinder(query);
        for (Clause clause : query.conditionClauses()) {
            clause.condition().stream()
                    .flatMap(Condition::lists)
                    .filter(Condition.Compound::or)
                    .forEach(filters::recognize);
        }
        return filters.found;
    }

    /** A test of a parameter itself; {@code everything} is empty when it tests for NULL. */
    private record Guard(Condition.Leaf leaf, String parameter, Optional<String> everything) {}

    private void recognize(Condition.Compound joined) {
        List<Guard> guards = new ArrayList<>(2);
        for (Condition item : joined.items()) {
            single(item).flatMap(this::guard).ifPresent(guards::add);
        }
        if (guards.isEmpty()) {
            return;
        }
        String parameter = guards.get(0).parameter();
        guards.removeIf(guard -> !guard.parameter().equals(parameter));
        List<Condition.Leaf> guardLeaves = guards.stream().map(Guard::leaf).toList();
        boolean filters = joined.items().stream()
                .filter(item -> single(item).filter(guardLeaves::contains).isEmpty())
                .anyMatch(item -> mentions(parameter, item.span()));
        if (filters) {
            Set<String> everything = new LinkedHashSet<>();
            guards.forEach(guard -> guard.everything().ifPresent(everything::add));
            found.add(new OptionalFilter(
                    parameter, everything, guardLeaves, joined.leaves().toList()));
        }
    }

    private static Optional<Condition.Leaf> single(Condition item) {
        if (item instanceof Condition.Parenthesised wrapped) {
            return single(wrapped.inner());
        }
        return item instanceof Condition.Leaf leaf ? Optional.of(leaf) : Optional.empty();
    }

    private boolean mentions(String parameter, Span span) {
        for (int i = span.from(); i < span.to(); i++) {
            if (tokens.is(i, TokenKind.PARAMETER) && tokens.parameterName(i).equals(parameter)) {
                return true;
            }
        }
        return false;
    }

    private Optional<Guard> guard(Condition.Leaf leaf) {
        return GuardReader.read(tokens, leaf.span()).map(test -> new Guard(leaf, test.parameter(), test.everything()));
    }
}
