package plainsieve.core.rewrite.filter;

import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.regex.Pattern;
import plainsieve.core.catalog.TableColumns;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.SqlFeature;
import plainsieve.core.rewrite.filter.FilterPlacer.ColumnKey;
import plainsieve.core.sql.Block;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.FromItem;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.QueryLevel;
import plainsieve.core.sql.QueryLevel.Operand;
import plainsieve.core.sql.SelectList;
import plainsieve.core.sql.lexer.Identifiers;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;

/**
 * Whether the branches of a set operation return a column of one type. Only then a value equals a branch's value
 * exactly when it equals the value of the whole: padded text beside plain text, or a short binary fraction beside a
 * long one, compare differently.
 *
 * <pre>
 * select day from a union select day from b       both are dates by metadata      yes
 * select 'late' as x from a union all select 'on time' from b                       yes
 * select count(*) … union all select count(*) …                                     yes
 * select cast(x as date) … union select cast(y as date) …                           yes
 * select n from (select n from a) d union select n from b                           both integers of any size   yes
 * select lower(name) as x from a union select 'none' from b                         both plain text, where text compares alike   yes
 * select name from a where … union select name from a where …                       one column, however it compares
 * select name from a union select lower(title) from b                               text of one collation by metadata
 * select x from a union select y + 1 from b                                         unknown
 * </pre>
 */
final class BranchColumnTypes {
    private static final int DEEPEST = 20;
    private static final String WHOLE = "whole number";
    private static final String TEXT = "text";
    /** It takes the type of the other branch. */
    private static final String QUOTED = "text between quotes";

    /** Where columns have an affinity and a collation, which expressions do not inherit. */
    private static final String EXPRESSION = "text of an expression";

    private static final String COLLATED = "text collated ";

    private static final Pattern WHOLE_NUMBERS =
            Pattern.compile("(u|medium|u?(tiny|small|big|huge))?int(eger)?(\\(\\d+\\))?( unsigned)?|int[248]");
    private static final Pattern PLAIN_TEXTS = Pattern.compile("text|(varchar|character varying)(\\(\\d+\\))?");

    /** Enumerations are not among them: they compare with numbers by position. */
    private static final Pattern COLLATED_TEXTS =
            Pattern.compile("(char|varchar|(tiny|medium|long)?text)(\\(\\d+\\))?");

    private final ParsedQuery query;
    private final Tokens tokens;
    private final Dialect dialect;
    private final ItemColumns items;

    BranchColumnTypes(ParsedQuery query, Dialect dialect, ItemColumns items) {
        this.query = query;
        this.tokens = query.tokens();
        this.dialect = dialect;
        this.items = items;
    }

    boolean areAlike(List<Operand> operands, ColumnKey key) {
        return ofAll(operands, key, 0).isPresent();
    }

    /** The type of a column of a query or of one block, if known. */
    Optional<String> of(QueryLevel level, ColumnKey key) {
        return inside(level, key, 0);
    }

    Optional<String> of(Block block, ColumnKey key) {
        return of(block, key, 0);
    }

    private Optional<String> ofAll(List<Operand> operands, ColumnKey key, int depth) {
        Set<String> types = new HashSet<>();
        for (Operand operand : operands) {
            Optional<String> type = operand instanceof Operand.Plain plain
                    ? of(plain.block(), key, depth)
                    : inside(((Operand.Nested) operand).query(), key, depth);
            if (type.isEmpty()) {
                return type;
            }
            types.add(type.get());
        }
        if (types.equals(Set.of(TEXT, QUOTED))) {
            return Optional.of(TEXT);
        }
        return types.size() == 1 ? Optional.of(types.iterator().next()) : Optional.empty();
    }

    /** Columns of a set operation may be matched by name, so a place in the list means the same only in each block alone. */
    private Optional<String> inside(QueryLevel level, ColumnKey key, int depth) {
        boolean byName = level.operators().stream().anyMatch(QueryLevel.SetOperator::byName);
        return depth > DEEPEST || byName ? Optional.empty() : ofAll(level.operands(), key, depth + 1);
    }

    private Optional<String> of(Block block, ColumnKey key, int depth) {
        Optional<Clause> select = block.clause(Clause.Kind.SELECT);
        if (select.isEmpty()) {
            return key instanceof ColumnKey.ByName name ? ofColumn(block, "", name.name(), depth) : Optional.empty();
        }
        SelectList list = SelectList.of(query, select.get());
        OptionalInt position = key instanceof ColumnKey.ByPosition at
                ? OptionalInt.of(at.position())
                : OutputColumns.of(query, list).position(((ColumnKey.ByName) key).name());
        boolean listed = position.isPresent()
                && position.getAsInt() < list.columns().size()
                && list.columns().stream().noneMatch(column -> column.star());
        return listed ? of(block, list.columns().get(position.getAsInt()).expression(), depth) : Optional.empty();
    }

    private Optional<String> of(Block block, Span expression, int depth) {
        int from = expression.from();
        int last = expression.to() - 1;
        if (dialect.has(SqlFeature.COLUMN_AFFINITY) && !SelectList.isPath(tokens, expression)) {
            return isPlainText(expression) ? Optional.of(EXPRESSION) : Optional.empty();
        }
        if (expression.length() == 1 && tokens.is(from, TokenKind.STRING)) {
            return Optional.of(QUOTED);
        }
        if (expression.length() == 1 && tokens.is(from, TokenKind.NUMBER)) {
            return tokens.written(from).matches("\\d{1,9}") ? Optional.of(WHOLE) : Optional.empty();
        }
        if (SelectList.isPath(tokens, expression) && expression.length() <= 3) {
            String qualifier = expression.length() == 3 ? tokens.written(from) : "";
            return ofColumn(block, qualifier, Identifiers.bare(tokens.written(last)), depth);
        }
        boolean call = tokens.isBracket(from + 1, '(') && query.brackets().close(from + 1) == last;
        if (call && tokens.isWord(from, "count")) {
            return Optional.of(WHOLE);
        }
        if (call && (tokens.isWord(from, "lower") || tokens.isWord(from, "upper"))) {
            return of(block, new Span(from + 2, last), depth)
                    .filter(type -> type.equals(TEXT) || type.startsWith(COLLATED));
        }
        return call && tokens.isWord(from, "cast") ? castTo(new Span(from + 2, last)) : Optional.empty();
    }

    /** A literal, or the result of a function of a column: text without the column's affinity and collation. */
    private boolean isPlainText(Span expression) {
        int from = expression.from();
        if (expression.length() == 1) {
            return tokens.is(from, TokenKind.STRING);
        }
        return (tokens.isWord(from, "lower") || tokens.isWord(from, "upper"))
                && tokens.isBracket(from + 1, '(')
                && query.brackets().close(from + 1) == expression.to() - 1
                && SelectList.isPath(tokens, new Span(from + 2, expression.to() - 1));
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

    private Optional<String> ofColumn(Block block, String qualifier, String column, int depth) {
        List<FromItem> called = block.from().stream()
                .filter(item -> !qualifier.isEmpty() && BlockFilter.isCalled(tokens, item, qualifier))
                .toList();
        Optional<FromItem> item = qualifier.isEmpty()
                ? items.owner(block, column)
                : called.size() == 1 ? Optional.of(called.get(0)) : Optional.empty();
        Optional<QueryLevel> query = item.flatMap(items::query);
        return query.isPresent()
                ? inside(query.get(), new ColumnKey.ByName(column), depth)
                : item.flatMap(one -> items.column(one, column)
                        .map(described -> comparison(described).orElseGet(() -> items.nameOf(one, column))));
    }

    /**
     * A key for how the column's values compare. Empty where comparison depends on the column and its metadata is
     * insufficient: then only the same column is certain to compare alike.
     */
    private Optional<String> comparison(TableColumns.Column column) {
        if (dialect.has(SqlFeature.COLUMN_AFFINITY)) {
            return column.collation().map(collation -> DeclaredAffinity.of(column.type()) + " collated " + collation);
        }
        if (!isText(column.type())) {
            return Optional.of(family(column.type()));
        }
        return column.collation()
                .filter(collation -> COLLATED_TEXTS.matcher(column.type()).matches())
                .map(collation -> COLLATED + collation);
    }

    /** Integers are equal regardless of size, and so is text without padding. */
    private static String family(String type) {
        if (WHOLE_NUMBERS.matcher(type).matches()) {
            return WHOLE;
        }
        return PLAIN_TEXTS.matcher(type).matches() ? TEXT : type;
    }

    /** Types alone do not determine text comparison where columns have collations. */
    private boolean isText(String type) {
        return dialect.has(SqlFeature.COLUMN_COLLATIONS)
                && type.toLowerCase(Locale.ROOT).matches(".*(char|text|enum|set|clob).*");
    }
}
