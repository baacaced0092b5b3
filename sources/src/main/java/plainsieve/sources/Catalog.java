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
 * @param functions functions that return tables, and procedures
 * @param own what the functions that people made there do to rows, by name and by {@code schema.name}
 * @param unreadable what of the source does not tell its tables at the moment, and why, a sentence each
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

    /**
     * A function that returns a table, or a procedure.
     *
     * @param kind function or procedure
     * @param arguments each as the database writes it: {@code month_start date}
     */
    public record CatalogFunction(String schema, String name, String kind, List<String> arguments) {
        public CatalogFunction {
            arguments = List.copyOf(arguments);
        }
    }

    /**
     * One table or view with its columns in order.
     *
     * @param schema empty where the source has none
     * @param view whether it is a view
     * @param rows how many rows the source thinks it has; -1 when it does not say
     * @param nullable the names of the columns that may hold no value, as far as the source tells
     * @param collations by which the texts of columns compare, by column name, as far as the source tells
     * @param files what it is made of, when that is files
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
     * What a table of files is made of.
     *
     * @param files their paths below the folder of the source
     * @param rows -1 when no one has counted them
     * @param rejectedRows how many rows could not be read
     * @param columns what the cells of each column were taken for; none where the files have their own types
     * @param headerLine where the names of the columns are; empty where no one can say
     * @param notes what to know of how they were read
     * @param unreadable why there is nothing to ask; empty when there is
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

        /** What of them could not be read, a sentence each. */
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
