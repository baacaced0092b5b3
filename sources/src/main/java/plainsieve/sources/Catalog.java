package plainsieve.sources;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import plainsieve.core.catalog.TableColumns;
import plainsieve.core.dialect.FunctionEffects;

/**
 * The tables, views and functions of a source.
 *
 * @param functions table functions and procedures
 * @param own effects of user-defined functions, by name and by {@code schema.name}
 * @param unreadable parts of the source without tables at the moment, with the reason, one sentence each
 */
public record Catalog(
        List<Table> tables, List<CatalogFunction> functions, FunctionEffects own, List<String> unreadable) {
    /** Of tables alone, and of all of them. */
    public static Catalog of(List<Table> tables) {
        return new Catalog(tables, List.of(), new FunctionEffects(Map.of()), List.of());
    }

    public Catalog {
        tables = List.copyOf(tables);
        functions = List.copyOf(functions);
        unreadable = List.copyOf(unreadable);
    }

    /** The columns of all tables, for placing filters. */
    public TableColumns tableColumns() {
        return TableColumns.of(tables.stream().map(Table::described).toList());
    }

    /**
     * One index, the primary key among them.
     *
     * @param columns in the order of the index; an expression is as the database writes it
     */
    public record TableIndex(String name, List<String> columns, boolean unique, boolean primary) {
        public TableIndex {
            columns = List.copyOf(columns);
        }
    }

    /** The kinds of functions. */
    public enum FunctionKind {
        /** Returns a table. */
        FUNCTION,
        PROCEDURE
    }

    /**
     * A function that returns a table, or a procedure.
     *
     * @param arguments each as the database writes it: {@code month_start date}
     */
    public record CatalogFunction(String schema, String name, FunctionKind kind, List<String> arguments) {
        public CatalogFunction {
            arguments = List.copyOf(arguments);
        }
    }

    /**
     * One table or view with its columns in order.
     *
     * @param schema empty if the source has none
     * @param view whether it is a view
     * @param rows the estimated row count; -1 if unknown
     * @param nullable the names of nullable columns, as far as known
     * @param collations of text columns by name, as far as known
     * @param files details of a table of files
     */
    public record Table(
            String schema,
            String name,
            boolean view,
            long rows,
            List<Column> columns,
            Set<String> nullable,
            Map<String, String> collations,
            List<TableIndex> indexes,
            Optional<FileTable> files) {
        public Table {
            indexes = List.copyOf(indexes);
            columns = List.copyOf(columns);
            nullable = Set.copyOf(nullable);
            collations = Map.copyOf(collations);
        }

        private TableColumns.Table described() {
            return new TableColumns.Table(
                    schema,
                    name,
                    columns.stream()
                            .map(column -> new TableColumns.Column(
                                    column.name(), column.type(), Optional.ofNullable(collations.get(column.name()))))
                            .toList());
        }
    }

    /**
     * A table of files.
     *
     * @param files their paths relative to the folder of the source
     * @param rows -1 if not counted
     * @param rejectedRows the number of unreadable rows
     * @param columns detected column types; empty if the files are typed
     * @param headerLine the position of the column names; empty if unknown
     * @param notes on how they were read
     * @param unreadable why it cannot be queried; empty if it can
     */
    public record FileTable(
            List<String> files,
            long rows,
            long rejectedRows,
            List<DetectedColumn> columns,
            String headerLine,
            List<String> notes,
            String unreadable) {
        public FileTable {
            files = List.copyOf(files);
            columns = List.copyOf(columns);
            notes = List.copyOf(notes);
        }

        /** Unreadable cells, one sentence each. */
        public List<String> unread() {
            Stream<String> rows = rejectedRows == 0
                    ? Stream.of()
                    : Stream.of("%,d rows of its files could not be read.".formatted(rejectedRows));
            Stream<String> cells = columns.stream()
                    .filter(column -> column.mismatches() > 0)
                    .map(column -> "%,d of %,d cells of “%s” cannot be read as %s and have no value: “%s”."
                            .formatted(
                                    column.mismatches(),
                                    column.nonBlank(),
                                    column.name(),
                                    column.type(),
                                    String.join("”, “", column.examples())));
            return Stream.concat(rows, cells).toList();
        }
    }
}
