package plainsieve.core.rewrite.filter;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.catalog.TableColumns;
import plainsieve.core.sql.Block;
import plainsieve.core.sql.FromItem;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.QueryLevel;
import plainsieve.core.sql.lexer.Identifiers;
import plainsieve.core.sql.lexer.Tokens;

/**
 * The columns of the items of a FROM clause: listed by subqueries, described by the source for tables. A block is unknown unless
 * all of its items are known.
 */
final class ItemColumns {
    /** Columns that every table of SQLite has without telling. */
    private static final Set<String> HIDDEN = Set.of("rowid", "oid", "_rowid_");

    private final ParsedQuery query;
    private final CommonTableExpressions named;
    private final TableColumns tables;

    ItemColumns(ParsedQuery query, CommonTableExpressions named, TableColumns tables) {
        this.query = query;
        this.named = named;
        this.tables = tables;
    }

    /** The only FROM item that has a column of the name; empty if several have one, or if not all are known. */
    Optional<FromItem> owner(Block block, String column) {
        FromItem found = null;
        for (FromItem item : block.from()) {
            Optional<Set<String>> columns = of(item);
            boolean has = columns.isPresent() && columns.get().contains(column.toLowerCase(Locale.ROOT));
            if (columns.isEmpty() || (has && found != null)) {
                return Optional.empty();
            }
            found = has ? item : found;
        }
        return Optional.ofNullable(found);
    }

    /** The first of the items that has a column of the name; empty if the columns of one before it are unknown. */
    Optional<FromItem> first(List<FromItem> items, String column) {
        for (FromItem item : items) {
            Optional<Set<String>> columns = of(item);
            if (columns.isEmpty()) {
                return Optional.empty();
            }
            if (columns.get().contains(column.toLowerCase(Locale.ROOT))) {
                return Optional.of(item);
            }
        }
        return Optional.empty();
    }

    /** Whether it is known that nothing in the FROM has a column of the name. */
    boolean nothingHas(Block block, String column) {
        return !HIDDEN.contains(column.toLowerCase(Locale.ROOT))
                && block.from().stream()
                        .allMatch(item -> of(item).filter(columns -> !columns.contains(column.toLowerCase(Locale.ROOT)))
                                .isPresent());
    }

    private Optional<Set<String>> of(FromItem item) {
        if (item.kind() == FromItem.Kind.FUNCTION) {
            return Optional.empty();
        }
        Optional<Set<String>> own =
                item.query().isPresent() ? listed(item.query().get()) : ofTable(item);
        if (item.columns().isEmpty()) {
            return own;
        }
        Set<String> renamed = lower(item.columns());
        return own.filter(columns -> columns.size() == renamed.size()).map(columns -> renamed);
    }

    private Optional<Set<String>> ofTable(FromItem item) {
        CommonTableExpressions.Lookup found = named.of(item);
        if (found instanceof CommonTableExpressions.SingleReference one) {
            return one.named().columns().isEmpty()
                    ? listed(one.named().query())
                    : Optional.of(lower(one.named().columns()));
        }
        if (found instanceof CommonTableExpressions.Unknown || item.name().length() > 3) {
            return Optional.empty();
        }
        return described(item).map(Map::keySet);
    }

    /** Metadata of a table column; empty for other items and unknown tables. */
    Optional<TableColumns.Column> column(FromItem item, String column) {
        boolean table = item.kind() == FromItem.Kind.TABLE
                && item.columns().isEmpty()
                && item.name().length() <= 3
                && named.of(item) instanceof CommonTableExpressions.Table;
        return table ? described(item).map(columns -> columns.get(column.toLowerCase(Locale.ROOT))) : Optional.empty();
    }

    /** A column of a table, distinct from those of all others. */
    String nameOf(FromItem item, String column) {
        List<String> path = new ArrayList<>();
        for (int i = item.name().from(); i < item.name().to(); i += 2) {
            path.add(Identifiers.bare(query.tokens().written(i)));
        }
        path.add(column.toLowerCase(Locale.ROOT));
        return "column " + path;
    }

    /** The subquery whose output columns are the item's columns; empty for a table, and with column aliases. */
    Optional<QueryLevel> query(FromItem item) {
        if (!item.columns().isEmpty()) {
            return Optional.empty();
        }
        return item.query()
                .or(() -> named.of(item) instanceof CommonTableExpressions.SingleReference one
                                && one.named().columns().isEmpty()
                        ? Optional.of(one.named().query())
                        : Optional.empty());
    }

    private Optional<Map<String, TableColumns.Column>> described(FromItem item) {
        Tokens tokens = query.tokens();
        String schema = item.name().length() < 3
                ? ""
                : Identifiers.bare(tokens.written(item.name().from()));
        return tables.of(schema, Identifiers.bare(tokens.written(item.name().to() - 1)));
    }

    private Optional<Set<String>> listed(QueryLevel level) {
        OutputColumns columns = OutputColumns.of(query, level);
        return columns.areAllNamed() ? Optional.of(lower(columns.names())) : Optional.empty();
    }

    private static Set<String> lower(List<String> names) {
        Set<String> lower = new HashSet<>();
        names.forEach(name -> lower.add(Identifiers.bare(name).toLowerCase(Locale.ROOT)));
        return lower;
    }
}
