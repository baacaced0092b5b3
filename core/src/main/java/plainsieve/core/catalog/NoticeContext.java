package plainsieve.core.catalog;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.Comparison;
import plainsieve.core.sql.Condition;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.value.TextLocation;

/**
 * A query as seen by notice rules.
 *
 * @param parameters the defined parameters by name
 * @param leaves every single condition with its clause
 */
public record NoticeContext(
        ParsedQuery query, Dialect dialect, Map<String, Parameter> parameters, ColumnFacts facts, List<Leaf> leaves) {

    /** A condition, and its comparison if it is one. */
    public record Leaf(Span span, Clause.Kind clause, Optional<Comparison> comparison) {}

    public static NoticeContext of(
            ParsedQuery query, Dialect dialect, Map<String, Parameter> parameters, ColumnFacts facts) {
        List<Leaf> leaves = new java.util.ArrayList<>();
        for (Clause clause : query.conditionClauses()) {
            clause.condition().stream()
                    .flatMap(Condition::leaves)
                    .map(leaf -> new Leaf(leaf.span(), clause.kind(), Comparison.of(query.tokens(), leaf.span())))
                    .forEach(leaves::add);
        }
        return new NoticeContext(query, dialect, parameters, facts, leaves);
    }

    public Tokens tokens() {
        return query.tokens();
    }

    public String text(Span span) {
        return query.text().substring(start(span), end(span));
    }

    public int start(Span span) {
        return tokens().start(span.from());
    }

    public int end(Span span) {
        return tokens().end(span.to() - 1);
    }

    public TextLocation place(Span span) {
        return tokens().place(start(span), end(span));
    }

    /** The defined parameter that these tokens consist of. */
    public Optional<Parameter> parameter(Span span) {
        return span.length() == 1 && tokens().is(span.from(), TokenKind.PARAMETER)
                ? Optional.ofNullable(parameters.get(tokens().parameterName(span.from())))
                : Optional.empty();
    }

    /** The compared parameter in {@code = :p}, {@code in (:p)} and {@code any(:p)}. */
    public Optional<Parameter> compared(Comparison comparison) {
        Span right = comparison.right();
        boolean bracketed = tokens().isBracket(right.to() - 1, ')') && right.length() >= 3;
        int inner = right.to() - 2;
        boolean alone = bracketed && tokens().isBracket(inner - 1, '(') && right.length() <= 4;
        return parameter(alone ? new Span(inner, inner + 1) : right);
    }

    /** Whether the condition is right behind a NOT. */
    public boolean isNegated(Span leaf) {
        return tokens().isWord(leaf.from() - 1, "not");
    }
}
