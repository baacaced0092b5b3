package plainsieve.core.rewrite.filter;

import java.util.Locale;
import java.util.Optional;
import plainsieve.core.sql.Block;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.OutputColumn;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.QueryLevel;
import plainsieve.core.sql.SelectList;
import plainsieve.core.sql.lexer.Identifiers;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;

/**
 * The name that PostgreSQL generates for an unnamed column: that of the column, function, or type of its value.
 *
 * <pre>
 * created::date, cast(created as date), (created), list[1]   created, created, created, list
 * case when a then b end, case … else c end                  case, c
 * 'x'::text, (select max(a) from t), exists (…)              text, max, exists
 * a + b, 1                                                   no usable name
 * </pre>
 *
 * Source: FigureColname in PostgreSQL's parse_target.c.
 */
final class GeneratedColumnName {
    private final ParsedQuery query;
    private final Tokens tokens;

    private GeneratedColumnName(ParsedQuery query) {
        this.query = query;
        this.tokens = query.tokens();
    }

    static Optional<String> of(ParsedQuery query, Span expression) {
        return new GeneratedColumnName(query).of(expression);
    }

    private Optional<String> of(Span span) {
        if (span.isEmpty()) {
            return Optional.empty();
        }
        int from = span.from();
        int last = span.to() - 1;
        int cast = lastCast(span);
        if (cast > from) {
            return of(new Span(from, cast)).or(() -> Optional.of(typeName(cast + 1)));
        }
        if (tokens.isBracket(from, '(') && query.brackets().close(from) == last) {
            return inBrackets(new Span(from + 1, last));
        }
        if (tokens.isBracket(last, ']')) {
            int open = openOf(last);
            return open > from ? of(new Span(from, open)) : Optional.empty();
        }
        if (tokens.isWord(from, "case") && tokens.isWord(last, "end")) {
            return Optional.of(ofElse(span).orElse("case"));
        }
        if (SelectList.isPath(tokens, span)) {
            return Optional.of(Identifiers.bare(tokens.written(last)));
        }
        return call(span);
    }

    private Optional<String> inBrackets(Span inner) {
        boolean subquery = tokens.isWord(inner.from(), "select") || tokens.isWord(inner.from(), "with");
        return subquery
                ? query.levels().stream()
                        .filter(level -> level.span().equals(inner))
                        .findFirst()
                        .flatMap(this::ofSubquery)
                : of(inner);
    }

    private Optional<String> ofSubquery(QueryLevel level) {
        if (!(level.operands().get(0) instanceof QueryLevel.Operand.Plain plain)) {
            return Optional.empty();
        }
        Block block = plain.block();
        return block.clause(Clause.Kind.SELECT)
                .map(clause -> SelectList.of(query, clause).columns())
                .filter(columns -> columns.size() == 1)
                .map(columns -> columns.get(0))
                .flatMap(this::nameOf);
    }

    private Optional<String> nameOf(OutputColumn column) {
        return column.name().isEmpty() ? of(column.expression()) : Optional.of(Identifiers.bare(column.name()));
    }

    /** {@code f(…)}, with FILTER, WITHIN GROUP and OVER after it; a cast with a keyword; EXISTS with a subquery. */
    private Optional<String> call(Span span) {
        int open = span.from() + 1;
        while (tokens.isSymbol(open, ".")) {
            open += 2;
        }
        if (!tokens.isBracket(open, '(')) {
            return Optional.empty();
        }
        int name = open - 1;
        int close = query.brackets().close(open);
        boolean whole = close == span.to() - 1
                || tokens.isWord(close + 1, "filter")
                || tokens.isWord(close + 1, "within")
                || tokens.isWord(close + 1, "over");
        if (!whole || tokens.isWord(name, "not")) {
            return Optional.empty();
        }
        int as = lastWord(new Span(open + 1, close), "as");
        if (tokens.isWord(name, "cast") && as > 0) {
            return of(new Span(open + 1, as)).or(() -> Optional.of(typeName(as + 1)));
        }
        return Optional.of(Identifiers.bare(tokens.written(name)));
    }

    private Optional<String> ofElse(Span span) {
        int word = lastWord(span, "else");
        return word < 0 ? Optional.empty() : of(new Span(word + 1, span.to() - 1));
    }

    /** The last occurrence outside brackets and nested CASEs of the span. */
    private int lastWord(Span span, String word) {
        int found = -1;
        int cases = 0;
        for (int i = span.from(); i < span.to(); i++) {
            if (tokens.is(i, TokenKind.OPEN)) {
                i = query.brackets().close(i);
            } else if (tokens.isWord(i, "case") && i > span.from()) {
                cases++;
            } else if (tokens.isWord(i, "end") && cases > 0) {
                cases--;
            } else if (tokens.isWord(i, word) && cases == 0) {
                found = i;
            }
        }
        return found;
    }

    private int lastCast(Span span) {
        int found = -1;
        for (int i = span.from(); i < span.to(); i++) {
            if (tokens.is(i, TokenKind.OPEN)) {
                i = query.brackets().close(i);
            } else if (tokens.isSymbol(i, "::")) {
                found = i;
            } else if (found < 0 && isBetweenOperands(i)) {
                return -1;
            }
        }
        return found;
    }

    /** An operator between two operands makes an unnamed expression. */
    private boolean isBetweenOperands(int i) {
        return tokens.is(i, TokenKind.SYMBOL) && !tokens.isSymbol(i, ".");
    }

    private int openOf(int close) {
        int depth = 0;
        for (int i = close; i >= 0; i--) {
            depth += tokens.is(i, TokenKind.CLOSE) ? 1 : tokens.is(i, TokenKind.OPEN) ? -1 : 0;
            if (depth == 0) {
                return i;
            }
        }
        return -1;
    }

    /** As the server stores it: {@code int} is {@code int4}. */
    private String typeName(int token) {
        String written = Identifiers.bare(tokens.written(token)).toLowerCase(Locale.ROOT);
        return switch (written) {
            case "int", "integer" -> "int4";
            case "bigint" -> "int8";
            case "smallint" -> "int2";
            case "real" -> "float4";
            case "double", "float" -> "float8";
            case "decimal", "dec" -> "numeric";
            case "boolean" -> "bool";
            case "char", "character" -> tokens.isWord(token + 1, "varying") ? "varchar" : "bpchar";
            default -> written;
        };
    }
}
