package plainsieve.core.rewrite.filter;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.QueryLevel;
import plainsieve.core.sql.SelectList;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TextEdit;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;

/**
 * Wraps a filter around a whole query. Repeats the ORDER BY outside where its columns allow it, because SQL does not preserve the
 * order of a subquery.
 */
final class OuterFilter {
    private final ParsedQuery query;
    private final Tokens tokens;
    private final Dialect dialect;
    private final boolean pushedWrong;

    /** @param pushedWrong whether the server would evaluate the filter differently where it pushes it to */
    public OuterFilter(ParsedQuery query, Dialect dialect, boolean pushedWrong) {
        this.pushedWrong = pushedWrong;
        this.query = query;
        this.tokens = query.tokens();
        this.dialect = dialect;
    }

    /** @param conditions on the output columns */
    public List<TextEdit> edits(OutputColumns columns, List<String> conditions) {
        QueryLevel top = query.top();
        String condition = String.join(" and ", conditions);
        String order = order(columns).map(keys -> "\norder by " + keys).orElse("");
        return List.of(
                TextEdit.insert(tokens.start(top.span().from()), "select * from (\n"),
                TextEdit.insert(
                        tokens.end(top.span().to() - 1), barrier() + "\n) as matching\nwhere " + condition + order));
    }

    /** No condition is pushed below a limit. */
    private String barrier() {
        boolean limited = query.top().tail().stream().anyMatch(clause -> clause.kind() != Clause.Kind.ORDER_BY);
        return pushedWrong && !limited ? "\nlimit 18446744073709551615" : "";
    }

    private Optional<String> order(OutputColumns columns) {
        Optional<Clause> clause = query.top().tailClause(Clause.Kind.ORDER_BY);
        if (clause.isEmpty()) {
            return Optional.empty();
        }
        List<String> keys = new ArrayList<>();
        for (Span part : SelectList.split(tokens, query.brackets(), clause.get().body())) {
            Optional<String> key = key(part, columns);
            if (key.isEmpty()) {
                return Optional.empty();
            }
            keys.add(key.get());
        }
        return Optional.of(String.join(", ", keys));
    }

    /** A name or number of an output column, with its direction. */
    private Optional<String> key(Span part, OutputColumns columns) {
        for (int i = part.from() + 1; i < part.to(); i++) {
            boolean direction = tokens.isWord(i, "asc")
                    || tokens.isWord(i, "desc")
                    || tokens.isWord(i, "nulls")
                    || tokens.isWord(i, "first")
                    || tokens.isWord(i, "last");
            if (!direction) {
                return Optional.empty();
            }
        }
        String first = tokens.written(part.from());
        String rest = tokens.text().substring(tokens.end(part.from()), tokens.end(part.to() - 1));
        if (tokens.is(part.from(), TokenKind.NUMBER)) {
            return Optional.of(first + rest);
        }
        String name = plainsieve.core.sql.lexer.Identifiers.bare(first);
        boolean output = !tokens.is(part.from(), TokenKind.PARAMETER)
                && columns.position(name).isPresent();
        return output ? Optional.of(columns.reference(name, dialect) + rest) : Optional.empty();
    }
}
