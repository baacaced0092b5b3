package plainsieve.core.catalog;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.sql.FromItem;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.SelectList;
import plainsieve.core.sql.lexer.Identifiers;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.value.Type;

/**
 * Column metadata of a source, by table and column name in lower case. Empty if no source is available; notices that need it are
 * then omitted.
 */
public record ColumnFacts(Map<String, Map<String, Fact>> tables) {
    /** The type of a column and whether it is nullable. */
    public record Fact(Type type, boolean nullable) {}

    /** A table name for columns of any table. */
    public static final String ANY_TABLE = "";

    /** In a query on more tables, columns are not resolved to tables: each column would be looked up in each. */
    private static final int MOST_TABLES = 200;

    public ColumnFacts {
        tables = Map.copyOf(tables);
    }

    public static ColumnFacts none() {
        return new ColumnFacts(Map.of());
    }

    /** A table with its columns, in lower case. @param schema empty if there is none */
    public record TableFacts(String schema, String table, Map<String, Fact> columns) {}

    /**
     * Facts of tables. A qualified table name gets the facts of that table; an unqualified one only
     * what is true in every schema that has a table of the name, since the search path is unknown.
     */
    public static ColumnFacts of(List<TableFacts> all) {
        Map<String, Map<String, Fact>> tables = new HashMap<>();
        for (TableFacts one : all) {
            tables.put(one.schema() + "." + one.table(), one.columns());
            tables.merge(one.table(), one.columns(), ColumnFacts::shared);
        }
        return new ColumnFacts(tables);
    }

    private static Map<String, Fact> shared(Map<String, Fact> one, Map<String, Fact> other) {
        Map<String, Fact> shared = new HashMap<>();
        one.forEach((column, fact) -> Optional.ofNullable(other.get(column))
                .filter(found -> found.type() == fact.type())
                .ifPresent(found -> shared.put(column, new Fact(fact.type(), fact.nullable() || found.nullable()))));
        return shared;
    }

    /** Facts of the column that these tokens name; empty if they are not a column, or if tables disagree. */
    public Optional<Fact> of(ParsedQuery query, Span expression) {
        Tokens tokens = query.tokens();
        boolean column = SelectList.isPath(tokens, expression) && expression.length() <= 3;
        if (tables.isEmpty() || !column || query.tables().size() > MOST_TABLES) {
            return Optional.empty();
        }
        String name = Identifiers.bare(tokens.written(expression.to() - 1)).toLowerCase(Locale.ROOT);
        String qualifier = expression.length() == 3 ? tokens.written(expression.from()) : "";
        Set<Fact> found = new HashSet<>();
        for (FromItem item : query.tables()) {
            if (isMeant(item, qualifier, tokens)) {
                lookUp(item, name, tokens).ifPresent(found::add);
            }
        }
        Optional.ofNullable(tables.getOrDefault(ANY_TABLE, Map.of()).get(name)).ifPresent(found::add);
        return found.size() == 1 ? found.stream().findFirst() : typeAlone(found);
    }

    /** A column's name, and its table if it is unambiguous. */
    public record ResolvedColumn(Optional<ComparedColumn.Table> table, Optional<String> column) {}

    public ResolvedColumn known(ParsedQuery query, Dialect dialect, Span expression) {
        Tokens tokens = query.tokens();
        if (!SelectList.isPath(tokens, expression) || expression.length() > 3) {
            return new ResolvedColumn(Optional.empty(), Optional.empty());
        }
        String written = tokens.written(expression.to() - 1);
        String qualifier = expression.length() == 3 ? tokens.written(expression.from()) : "";
        Set<ComparedColumn.Table> meant = new HashSet<>();
        List<FromItem> read = query.tables().size() > MOST_TABLES ? List.of() : query.tables();
        for (FromItem item : read) {
            boolean has = isMeant(item, qualifier, tokens)
                    && (!qualifier.isEmpty()
                            || lookUp(item, Identifiers.bare(written).toLowerCase(Locale.ROOT), tokens)
                                    .isPresent());
            if (has) {
                meant.add(table(item, tokens, dialect));
            }
        }
        return new ResolvedColumn(
                meant.size() == 1 ? meant.stream().findFirst() : Optional.empty(),
                Optional.of(folded(written, dialect)));
    }

    private static ComparedColumn.Table table(FromItem item, Tokens tokens, Dialect dialect) {
        Span name = item.name();
        String schema = name.length() >= 3 ? folded(tokens.written(name.to() - 3), dialect) : "";
        return new ComparedColumn.Table(schema, folded(tokens.written(name.to() - 1), dialect));
    }

    /** A name as the database stores it: unchanged if quoted, otherwise folded. */
    private static String folded(String written, Dialect dialect) {
        String bare = Identifiers.bare(written);
        return bare.equals(written) ? dialect.folded(written) : bare;
    }

    private Optional<Fact> lookUp(FromItem item, String column, Tokens tokens) {
        String table = tableName(item, tokens);
        String schema = item.name().length() < 3
                ? ""
                : Identifiers.bare(tokens.written(item.name().to() - 3)).toLowerCase(Locale.ROOT);
        Map<String, Fact> columns = tables.getOrDefault(schema + "." + table, tables.getOrDefault(table, Map.of()));
        return Optional.ofNullable(columns.get(column));
    }

    private static boolean isMeant(FromItem item, String qualifier, Tokens tokens) {
        if (qualifier.isEmpty()) {
            return true;
        }
        return item.alias().isEmpty()
                ? tableName(item, tokens).equalsIgnoreCase(Identifiers.bare(qualifier))
                : Identifiers.mayBeEqual(item.alias(), qualifier);
    }

    private static String tableName(FromItem item, Tokens tokens) {
        return Identifiers.bare(tokens.written(item.name().to() - 1)).toLowerCase(Locale.ROOT);
    }

    /** Tables that differ only in whether the column may be empty still agree on its type. */
    private static Optional<Fact> typeAlone(Set<Fact> found) {
        List<Type> types = found.stream().map(Fact::type).distinct().collect(Collectors.toList());
        return types.size() == 1 ? Optional.of(new Fact(types.get(0), false)) : Optional.empty();
    }
}
