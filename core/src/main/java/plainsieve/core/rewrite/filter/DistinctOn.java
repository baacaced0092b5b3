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
 * The columns of DISTINCT ON. A filter on one of them removes whole groups, before or after one row
 * of each is kept; on any other column it could cause another row to be kept.
 *
 * <pre>
 * select distinct on (port) port, paid from ship order by port, id desc    port: before, paid: after
 * </pre>
 *
 * An unqualified name may refer to an output column or a table column, so it is a key only if both are the same.
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

    /** Whether a filter on this column may be applied before one row per group is kept. */
    boolean takes(int position, ColumnEquality same) {
        OutputColumn column = list.columns().get(position);
        return takes(column.name(), key -> same.areEqual(key, column.expression()) || isNumber(key, position));
    }

    /**
     * The same for a column of a star.
     *
     * @param name its name
     * @param column whether an expression is the column
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
                .filter(column -> !column.star() && Identifiers.mayBeEqual(column.name(), written))
                .count();
        return !alone || (Identifiers.mayBeEqual(name, written) && others <= 1);
    }
}
