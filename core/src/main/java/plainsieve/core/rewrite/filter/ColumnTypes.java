package plainsieve.core.rewrite.filter;

import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.rewrite.filter.FilterPlacer.ColumnKey;
import plainsieve.core.sql.Block;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.FromItem;
import plainsieve.core.sql.Names;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.QueryLevel;
import plainsieve.core.sql.QueryLevel.Operand;
import plainsieve.core.sql.SelectList;
import plainsieve.core.sql.Span;
import plainsieve.core.sql.TokenKind;
import plainsieve.core.sql.Tokens;

/**
 * Whether the branches of a set operation give a column of one type. Only then is a value equal to what a branch has
 * exactly when it is equal to what the whole gives: a padded text beside a plain one, a short binary fraction beside a long
 * one compare in ways of their own.
 *
 * <pre>
 * select day from a union select day from b       both a date, says the source      yes
 * select 'late' as x from a union all select 'on time' from b                       yes
 * select count(*) … union all select count(*) …                                     yes
 * select cast(x as date) … union select cast(y as date) …                           yes
 * select x from a union select y + 1 from b                                         not told
 * </pre>
 */
final class ColumnTypes {
    private final ParsedQuery query;
    private final Tokens tokens;
    private final Dialect dialect;
    private final ItemColumns items;

    ColumnTypes(ParsedQuery query, Dialect dialect, ItemColumns items) {
        this.query = query;
        this.tokens = query.tokens();
        this.dialect = dialect;
        this.items = items;
    }

    boolean areAlike(List<Operand> operands, ColumnKey key) {
        Set<String> types = new HashSet<>();
        for (Operand operand : operands) {
            Optional<String> type = of(operand, key);
            if (type.isEmpty()) {
                return false;
            }
            types.add(type.get());
        }
        return types.size() == 1;
    }

    private Optional<String> of(Operand operand, ColumnKey key) {
        if (operand instanceof Operand.Plain plain) {
            return of(plain.block(), key);
        }
        QueryLevel inner = ((Operand.Nested) operand).query();
        return inner.operands().size() == 1 ? of(inner.operands().get(0), key) : Optional.empty();
    }

    private Optional<String> of(Block block, ColumnKey key) {
        Optional<Clause> select = block.clause(Clause.Kind.SELECT);
        if (select.isEmpty()) {
            return key instanceof ColumnKey.ByName name ? ofColumn(block, "", name.name()) : Optional.empty();
        }
        SelectList list = SelectList.of(query, select.get());
        OptionalInt position = key instanceof ColumnKey.ByPosition at
                ? OptionalInt.of(at.position())
                : OutputColumns.of(query, list).position(((ColumnKey.ByName) key).name());
        boolean listed = position.isPresent()
                && position.getAsInt() < list.columns().size()
                && list.columns().stream().noneMatch(column -> column.star());
        return listed ? of(block, list.columns().get(position.getAsInt()).expression()) : Optional.empty();
    }

    private Optional<String> of(Block block, Span expression) {
        int from = expression.from();
        int last = expression.to() - 1;
        if (expression.length() == 1 && tokens.is(from, TokenKind.STRING)) {
            return Optional.of("text between quotes");
        }
        if (expression.length() == 1 && tokens.is(from, TokenKind.NUMBER)) {
            return tokens.written(from).matches("\\d{1,9}") ? Optional.of("whole number") : Optional.empty();
        }
        if (SelectList.isPath(tokens, expression) && expression.length() <= 3) {
            return ofColumn(
                    block, expression.length() == 3 ? tokens.written(from) : "", Names.bare(tokens.written(last)));
        }
        boolean call = tokens.isBracket(from + 1, '(') && query.brackets().close(from + 1) == last;
        if (call && tokens.isWord(from, "count")) {
            return Optional.of("count");
        }
        return call && tokens.isWord(from, "cast") ? castTo(new Span(from + 2, last)) : Optional.empty();
    }

    private Optional<String> castTo(Span inside) {
        for (int i = inside.to() - 1; i > inside.from(); i--) {
            if (tokens.isWord(i, "as")) {
                String type = tokens.text().substring(tokens.start(i + 1), tokens.end(inside.to() - 1));
                return isText(type) ? Optional.empty() : Optional.of("cast to " + type.toLowerCase(Locale.ROOT));
            }
        }
        return Optional.empty();
    }

    private Optional<String> ofColumn(Block block, String qualifier, String column) {
        List<FromItem> called = block.from().stream()
                .filter(item -> !qualifier.isEmpty() && BlockFilter.isCalled(tokens, item, qualifier))
                .toList();
        Optional<FromItem> item = qualifier.isEmpty()
                ? items.owner(block, column)
                : called.size() == 1 ? Optional.of(called.get(0)) : Optional.empty();
        return item.flatMap(one -> items.type(one, column)).filter(type -> !isText(type));
    }

    /** Types alone do not tell how texts compare where columns have collations of their own. */
    private boolean isText(String type) {
        return dialect.comparesTextByColumn() && type.toLowerCase(Locale.ROOT).matches(".*(char|text|enum|set|clob).*");
    }
}
