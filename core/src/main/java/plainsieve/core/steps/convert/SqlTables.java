package plainsieve.core.steps.convert;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.steps.model.KnownColumn;
import plainsieve.core.steps.model.LineSpan;
import plainsieve.core.steps.model.StepExpression;

/** The tables of a query, and the names of their columns after joining. */
final class SqlTables {
    static final LineSpan NOWHERE = new LineSpan(0, 0);

    /** @param columns nothing when they are not known */
    record Table(String schema, String name, String alias, Optional<List<KnownColumn>> columns) {
        boolean has(String column) {
            return columns.orElse(List.of()).stream().anyMatch(one -> one.name().equalsIgnoreCase(column));
        }
    }

    private final SqlTokenReader words;
    private final List<Table> tables = new ArrayList<>();
    /** The columns taken from each table after the first, with their new names. */
    private final List<Map<String, String>> taken = new ArrayList<>();

    /** The columns of USING. */
    private final Set<String> shared = new LinkedHashSet<>();

    SqlTables(SqlTokenReader words) {
        this.words = words;
    }

    void add(Table table) {
        if (tables.stream().anyMatch(one -> one.alias().equalsIgnoreCase(table.alias()))) {
            throw words.unsupported("Two tables are named “%s”.".formatted(table.alias()));
        }
        tables.add(table);
        taken.add(new LinkedHashMap<>());
    }

    void share(List<String> columns) {
        columns.forEach(column -> shared.add(column.toLowerCase(Locale.ROOT)));
    }

    List<Table> all() {
        return tables;
    }

    Map<String, String> takenColumns(int table) {
        return taken.get(table);
    }

    /** A column by its table's alias. @param on the table that is being joined; none of an index of -1 */
    StepExpression.Column column(String alias, String name, int on) {
        for (int i = 0; i < tables.size(); i++) {
            if (tables.get(i).alias().equalsIgnoreCase(alias)) {
                return of(i, name, on);
            }
        }
        throw words.unsupported("Unknown table “%s”.".formatted(alias));
    }

    /** A column reference without an expression. */
    StepExpression.Column column(String name, int on) {
        if (tables.size() == 1 || shared.contains(name.toLowerCase(Locale.ROOT))) {
            return of(0, name, on);
        }
        if (tables.stream().anyMatch(table -> table.columns().isEmpty())) {
            throw words.unsupported("Column “%s” is ambiguous.".formatted(name));
        }
        List<Integer> having = new ArrayList<>();
        for (int i = 0; i < tables.size(); i++) {
            if (tables.get(i).has(name)) {
                having.add(i);
            }
        }
        if (having.size() != 1) {
            throw words.unsupported("Column “%s” is ambiguous.".formatted(name));
        }
        return of(having.get(0), name, on);
    }

    private StepExpression.Column of(int table, String name, int on) {
        Optional<List<KnownColumn>> known = tables.get(table).columns();
        String written = known.orElse(List.of()).stream()
                .map(KnownColumn::name)
                .filter(name::equalsIgnoreCase)
                .findFirst()
                .orElse(name);
        if (known.isPresent() && !tables.get(table).has(name)) {
            throw words.unsupported(
                    "“%s” has no column “%s”.".formatted(tables.get(table).name(), name));
        }
        if (table == on) {
            return new StepExpression.Column(written, true, NOWHERE);
        }
        if (table == 0) {
            return new StepExpression.Column(written, false, NOWHERE);
        }
        String called = taken.get(table).computeIfAbsent(written, column -> free(table, column));
        return new StepExpression.Column(called, false, NOWHERE);
    }

    /** A name that no other column has. */
    private String free(int table, String column) {
        boolean clear = tables.get(0).columns().isPresent() && isFree(column);
        String base = clear ? column : tables.get(table).alias() + "_" + column;
        String name = base;
        for (int i = 2; !isFree(name); i++) {
            name = base + "_" + i;
        }
        return name;
    }

    boolean isFree(String name) {
        return !tables.get(0).has(name) && !isTaken(name);
    }

    /** Whether a column of another table than the first is called so. */
    boolean isTaken(String name) {
        return taken.stream().anyMatch(one -> one.values().stream().anyMatch(name::equalsIgnoreCase));
    }
}
