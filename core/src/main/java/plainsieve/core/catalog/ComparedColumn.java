package plainsieve.core.catalog;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.sql.Comparison;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.value.Type;

/**
 * A column that a parameter is compared with; provides a new parameter's type, name and list.
 *
 * @param expression in the author's text: {@code p.name}
 * @param table the table of the column, with its schema if qualified; empty if ambiguous
 * @param column the column name as the database stores it; empty if the expression is not a column
 * @param type the type reported by the source; empty if unknown
 */
public record ComparedColumn(
        String expression, Optional<Table> table, Optional<String> column, Optional<Type> type, Comparison.Kind kind) {

    /** A table name as the database stores it; the schema is empty if unqualified. */
    public record Table(String schema, String name) {}

    /** Every column that the parameter is compared with, in written order. */
    public static List<ComparedColumn> of(ParsedQuery query, Dialect dialect, ColumnFacts facts, String parameter) {
        NoticeContext context = NoticeContext.of(query, dialect, Map.of(), facts);
        List<ComparedColumn> found = new ArrayList<>();
        for (NoticeContext.Leaf leaf : context.leaves()) {
            leaf.comparison()
                    .filter(comparison -> mentions(context, comparison.right(), parameter))
                    .ifPresent(comparison -> found.add(compared(context, comparison.left(), comparison.kind())));
            leaf.comparison()
                    .filter(comparison ->
                            comparison.left().length() == 1 && mentions(context, comparison.left(), parameter))
                    .ifPresent(comparison -> found.add(compared(context, comparison.right(), comparison.kind())));
        }
        return found;
    }

    /** Facts of a compared expression. */
    public static ComparedColumn at(
            ParsedQuery query, Dialect dialect, ColumnFacts facts, Span expression, Comparison.Kind kind) {
        ColumnFacts.ResolvedColumn known = facts.known(query, dialect, expression);
        Tokens tokens = query.tokens();
        return new ComparedColumn(
                query.text().substring(tokens.start(expression.from()), tokens.end(expression.to() - 1)),
                known.table(),
                known.column(),
                facts.of(query, expression).map(ColumnFacts.Fact::type),
                kind);
    }

    private static boolean mentions(NoticeContext context, Span span, String parameter) {
        return context.query().parametersIn(span).stream()
                .anyMatch(place -> place.name().equals(parameter));
    }

    private static ComparedColumn compared(NoticeContext context, Span expression, Comparison.Kind kind) {
        return at(context.query(), context.dialect(), context.facts(), expression, kind);
    }
}
