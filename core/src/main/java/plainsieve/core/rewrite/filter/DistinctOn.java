package plainsieve.core.rewrite.filter;

import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import plainsieve.core.sql.OutputColumn;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.SelectList;
import plainsieve.core.sql.lexer.Identifiers;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;

/**
 * Which columns DISTINCT ON keeps one row of each for. A filter on one of them takes whole groups, before or after one row
 * of each is kept; on any other column it would let another row be kept.
 *
 * <pre>
 * select distinct on (port) port, paid from ship order by port, id desc    port: before, paid: after
 * </pre>
 *
 * A name alone may mean an output column or one of the rows, so it is only a key where both are the same.
 */
final class DistinctOn {
    private final ParsedQuery query;
    private final Tokens tokens;
    private final SelectList list;
    private final Optional<Span> keys;

    DistinctOn(ParsedQuery query, SelectList list) {
        this.query = query;
        this.tokens = query.tokens();
        this.list = list;
        this.keys = list.distinctOn();
    }

    /** Whether a filter on this column may go before one row of each is kept. */
    boolean takes(int position, ColumnEquality same) {
        OutputColumn column = list.columns().get(position);
        return takes(column.name(), key -> same.same(key, column.expression()) || isNumber(key, position));
    }

    /**
     * The same of a column that a star represents.
     *
     * @param name what it is called
     * @param column tells whether an expression is the column
     */
    boolean takes(String name, Predicate<Span> column) {
        return keys.isEmpty() || parts().stream().anyMatch(key -> column.test(key) && isCalledSo(key, name));
    }

    private List<Span> parts() {
        return SelectList.split(tokens, query.brackets(), keys.orElseThrow());
    }

    private boolean isNumber(Span key, int position) {
        return key.length() == 1
                && tokens.is(key.from(), TokenKind.NUMBER)
                && tokens.written(key.from()).equals(Integer.toString(position + 1));
    }

    /** A name alone must be the column's own, and that of no other. */
    private boolean isCalledSo(Span key, String name) {
        boolean alone = key.length() == 1 && !tokens.is(key.from(), TokenKind.NUMBER);
        String written = tokens.written(key.from());
        long others = list.columns().stream()
                .filter(column -> !column.star() && Identifiers.same(column.name(), written))
                .count();
        return !alone || (Identifiers.same(name, written) && others <= 1);
    }
}
