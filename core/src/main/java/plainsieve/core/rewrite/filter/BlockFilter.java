package plainsieve.core.rewrite.filter;

import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.IntStream;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.SqlFeature;
import plainsieve.core.rewrite.filter.FilterPlacement.Where;
import plainsieve.core.rewrite.filter.FilterPlacer.ColumnKey;
import plainsieve.core.sql.Block;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.FromItem;
import plainsieve.core.sql.KnownFunctions;
import plainsieve.core.sql.OutputColumn;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.SelectList;
import plainsieve.core.sql.Windows;
import plainsieve.core.sql.lexer.Identifiers;
import plainsieve.core.sql.lexer.Keywords;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;

/** Whether and in which clause a block accepts a filter on one of its columns. */
final class BlockFilter {
    private static final Refused WINDOWED =
            new Refused("a window function sees all rows, and the filter applies after it");
    private static final Refused PICKED = new Refused("DISTINCT ON picks rows before the filter");

    private final ParsedQuery query;
    private final Tokens tokens;
    private final Dialect dialect;
    private final Block block;
    private final AddedFilter filter;
    private final ItemColumns columns;
    private final KnownFunctions functions;

    public BlockFilter(ParsedQuery query, Dialect dialect, Block block, AddedFilter filter, SchemaFacts schemaFacts) {
        this.query = query;
        this.tokens = query.tokens();
        this.dialect = dialect;
        this.block = block;
        this.filter = filter;
        this.columns = schemaFacts.columns();
        this.functions = schemaFacts.functions();
    }

    public sealed interface Decision {}

    /**
     * @param expression the column inside the block
     * @param qualifier the table qualifier; empty without one, or if the expression is not a column
     * @param columnName the column of that table; empty if the expression is not a column
     */
    public record Allowed(Where where, String expression, String qualifier, String columnName) implements Decision {}

    public record Refused(String reason) implements Decision {}

    public Decision spot(ColumnKey key) {
        if (block.clause(Clause.Kind.FROM).isEmpty() && !isOneRow()) {
            return new Refused("the query reads no table");
        }
        if (tokens.isWord(block.span().from(), "table")) {
            return new Refused("TABLE does not accept a filter");
        }
        if (block.clause(Clause.Kind.SAMPLE).isPresent() || samplesTables()) {
            return new Refused("the query samples rows, and the filter applies after that");
        }
        Optional<Clause> select = block.clause(Clause.Kind.SELECT);
        if (select.isEmpty()) {
            return throughStar("", key);
        }
        SelectList list = SelectList.of(query, select.get());
        if (functions.countRows(block.span())) {
            return new Refused("rows are numbered while they are read, and the filter applies after that");
        }
        if (list.columns().stream().anyMatch(column -> functions.returnSets(column.expression()))) {
            return new Refused("a function in the SELECT list returns several rows for one");
        }
        Optional<String> unknown = functions.unknown(select.get().body());
        if (unknown.isPresent()) {
            return new Refused(
                    "unknown function “%s”: it may aggregate, multiply rows, or be volatile".formatted(unknown.get()));
        }
        OptionalInt position = position(list, key);
        return position.isPresent() ? ofColumn(list, position.getAsInt()) : ofStar(list, key);
    }

    /** Whether the query is a SELECT list only. */
    private boolean isOneRow() {
        return block.clauses().size() == 1 && block.clause(Clause.Kind.SELECT).isPresent();
    }

    private boolean samplesTables() {
        Span from = block.clause(Clause.Kind.FROM).map(Clause::body).orElse(new Span(0, 0));
        for (int i = from.from(); i < from.to(); i++) {
            if (tokens.isWord(i, "tablesample")) {
                return true;
            }
        }
        return false;
    }

    private OptionalInt position(SelectList list, ColumnKey key) {
        if (key instanceof ColumnKey.ByName name) {
            return OutputColumns.of(query, list).position(name.name());
        }
        int position = ((ColumnKey.ByPosition) key).position();
        boolean listed = position < list.columns().size()
                && list.columns().subList(0, position + 1).stream().noneMatch(OutputColumn::star);
        return listed ? OptionalInt.of(position) : OptionalInt.empty();
    }

    private Decision ofStar(SelectList list, ColumnKey key) {
        List<OutputColumn> stars =
                list.columns().stream().filter(OutputColumn::star).toList();
        Grouping grouping = new Grouping(query, dialect, block, list, functions);
        if (grouping.isGrouped()) {
            return new Refused("the column's table is ambiguous");
        }
        if (stars.size() != 1) {
            return ofOneOfStars(stars, key);
        }
        Span star = stars.get(0).expression();
        boolean plain = star.length() == 1 || star.length() == 3;
        if (!plain) {
            return new Refused("the star modifies some columns");
        }
        return throughStar(star.length() == 3 ? tokens.written(star.from()) : sharedNameQualifier(key), key);
    }

    /** {@code select * from a join b on …}: the first item, where several have the column; otherwise empty. */
    private String sharedNameQualifier(ColumnKey key) {
        if (!(key instanceof ColumnKey.ByName name)
                || block.from().size() < 2
                || columns.owner(block, name.name()).isPresent()
                || new ColumnEquality(query, dialect, block).isJoinedByName()) {
            return "";
        }
        return columns.first(block.from(), name.name()).map(this::called).orElse("");
    }

    private String called(FromItem item) {
        return !item.alias().isEmpty() || item.name().isEmpty()
                ? item.alias()
                : tokens.written(item.name().to() - 1);
    }

    /** {@code select a.*, b.*}: the first of these tables that has the column. */
    private Decision ofOneOfStars(List<OutputColumn> stars, ColumnKey key) {
        List<FromItem> items = stars.stream()
                .map(OutputColumn::expression)
                .filter(star -> star.length() == 3)
                .flatMap(star -> block.from().stream().filter(item -> isCalled(item, tokens.written(star.from()))))
                .toList();
        Optional<FromItem> first = key instanceof ColumnKey.ByName name && items.size() == stars.size()
                ? columns.first(items, name.name())
                : Optional.empty();
        Optional<FromItem> owner = key instanceof ColumnKey.ByName name
                ? columns.owner(block, name.name()).or(() -> first)
                : Optional.empty();
        return owner.flatMap(item -> stars.stream()
                        .map(OutputColumn::expression)
                        .filter(star -> star.length() == 3 && isCalled(item, tokens.written(star.from())))
                        .findFirst())
                .map(star -> throughStar(tokens.written(star.from()), key))
                .orElseGet(() -> new Refused("the column's table is ambiguous"));
    }

    private Decision throughStar(String qualifier, ColumnKey key) {
        if (!(key instanceof ColumnKey.ByName name)) {
            return new Refused("a star selects the columns, so their order is not known");
        }
        ColumnEquality same = new ColumnEquality(query, dialect, block);
        if (!Windows.of(query, block).allPartitionedBy(part -> same.isOfStar(part, qualifier, name.name()))) {
            return WINDOWED;
        }
        boolean picked = block.clause(Clause.Kind.SELECT)
                .map(select -> new DistinctOn(query, SelectList.of(query, select)))
                .filter(on -> !on.takes(name.name(), part -> same.isOfStar(part, qualifier, name.name())))
                .isPresent();
        if (picked) {
            return PICKED;
        }
        String column = dialect.quoteName(name.name());
        return new Allowed(
                Where.WHERE, qualifier.isEmpty() ? column : qualifier + "." + column, qualifier, name.name());
    }

    private Decision ofColumn(SelectList list, int position) {
        OutputColumn column = list.columns().get(position);
        Span expression = column.expression();
        if (!query.parametersIn(expression).isEmpty()) {
            return new Refused("the column is computed from a parameter");
        }
        if (functions.areVolatile(expression)) {
            return new Refused("the column is computed by a volatile function");
        }
        if (dialect.has(SqlFeature.DROPS_DOUBLE_NEGATION) && new Negations(tokens, expression).areNested()) {
            return new Refused("this database drops a NOT of a NOT in conditions");
        }
        ColumnEquality same = new ColumnEquality(query, dialect, block);
        boolean windowed = Windows.isWindowed(query, expression)
                || !Windows.of(query, block).allPartitionedBy(part -> same.areEqual(part, expression));
        if (windowed) {
            return WINDOWED;
        }
        if (!new DistinctOn(query, list).takes(position, same)) {
            return PICKED;
        }
        Grouping grouping = new Grouping(query, dialect, block, list, functions);
        return switch (grouping.role(position)) {
            case ROW, KEY -> inWhere(expression);
            case GROUP -> inHaving(column, grouping);
            case KEY_BY_NAME -> keyByName(column, grouping);
            case KEY_OF_SOME_SETS -> new Refused("some grouping sets omit the column");
        };
    }

    /** A table column takes precedence over the output column of that name, which then has an arbitrary value of each group. */
    private Decision keyByName(OutputColumn column, Grouping grouping) {
        String name = Identifiers.bare(column.name());
        if (columns.nothingHas(block, name)) {
            return inWhere(column.expression());
        }
        return columns.owner(block, name).isPresent()
                ? inHaving(column, grouping)
                : new Refused("the rows may be grouped by another column of that name");
    }

    private Allowed inWhere(Span expression) {
        boolean column = SelectList.isPath(tokens, expression);
        String name = column ? Identifiers.bare(tokens.written(expression.to() - 1)) : "";
        String qualifier = column && expression.length() >= 3 ? tokens.written(expression.to() - 3) : "";
        return new Allowed(Where.WHERE, bracketed(expression), qualifier, name);
    }

    /** MariaDB resolves in HAVING only keys and output columns; the column's own name is always selected. */
    private Decision inHaving(OutputColumn column, Grouping grouping) {
        if (functions.differInHaving(column.expression())) {
            return new Refused("this database evaluates this aggregate differently in HAVING");
        }
        boolean aggregates = grouping.aggregates(column.expression()) || hasSubquery(column.expression());
        boolean maybeMissing = aggregates && !isCount(column.expression());
        if (maybeMissing && !dialect.has(SqlFeature.NULL_AGGREGATES_IN_HAVING) && filter.mayAskForMissingValues()) {
            return new Refused("this database handles NULL aggregates differently in HAVING");
        }
        boolean byName = dialect.has(SqlFeature.HAVING_BY_OUTPUT_NAME)
                && !column.name().isEmpty()
                && !grouping.hasKeyCalled(column.name());
        if (dialect.has(SqlFeature.HAVING_BY_OUTPUT_NAME) && !byName && readsRows(column.expression())) {
            return new Refused("HAVING cannot name the column here");
        }
        String expression =
                byName ? dialect.quoteName(Identifiers.bare(column.name())) : bracketed(column.expression());
        return new Allowed(Where.HAVING, expression, "", "");
    }

    /** Whether it refers to a column outside of aggregates. */
    private boolean readsRows(Span expression) {
        for (int i = expression.from(); i < expression.to(); i++) {
            boolean call = tokens.isBracket(i + 1, '(');
            if (call && functions.aggregate(new Span(i, i + 1))) {
                i = query.brackets().close(i + 1);
            } else if (tokens.is(i, TokenKind.QUOTED_NAME) || tokens.is(i, TokenKind.WORD) && !call) {
                return true;
            }
        }
        return false;
    }

    private boolean hasSubquery(Span expression) {
        return IntStream.range(expression.from(), expression.to())
                .anyMatch(at -> tokens.isBracket(at, '(') && tokens.isWord(at + 1, "select"));
    }

    /** A count is a number always. */
    private boolean isCount(Span expression) {
        return tokens.isWord(expression.from(), "count")
                && tokens.isBracket(expression.from() + 1, '(')
                && query.brackets().close(expression.from() + 1) == expression.to() - 1;
    }

    private String bracketed(Span expression) {
        String text = text(expression);
        boolean call = Keywords.isFunctionName(tokens, expression.from())
                && tokens.isBracket(expression.from() + 1, '(')
                && query.brackets().close(expression.from() + 1) == expression.to() - 1;
        boolean whole = expression.length() == 1 || SelectList.isPath(tokens, expression) || call;
        return whole ? text : "(" + text + ")";
    }

    private String text(Span span) {
        return tokens.text().substring(tokens.start(span.from()), tokens.end(span.to() - 1));
    }

    /** The FROM item of the column, if it is unambiguous. */
    public Optional<FromItem> itemOf(Allowed allowed) {
        if (allowed.columnName().isEmpty()) {
            return Optional.empty();
        }
        if (allowed.qualifier().isEmpty()) {
            return block.from().size() == 1
                    ? Optional.of(block.from().get(0))
                    : columns.owner(block, allowed.columnName());
        }
        List<FromItem> named = block.from().stream()
                .filter(item -> isCalled(item, allowed.qualifier()))
                .toList();
        return named.size() == 1 ? Optional.of(named.get(0)) : Optional.empty();
    }

    private boolean isCalled(FromItem item, String name) {
        return isCalled(tokens, item, name);
    }

    static boolean isCalled(Tokens tokens, FromItem item, String name) {
        if (!item.alias().isEmpty()) {
            return Identifiers.mayBeEqual(item.alias(), name);
        }
        return !item.name().isEmpty()
                && Identifiers.mayBeEqual(tokens.written(item.name().to() - 1), name);
    }
}
