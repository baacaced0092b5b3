package plainsieve.sources;

import java.sql.Connection;
import java.sql.DatabaseMetaData;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * The tables, views and functions of a source, as the database itself describes them.
 *
 * @param functions functions that return tables, and procedures
 */
public record Catalogue(List<Table> tables, List<Function> functions) {
    private static final String[] READABLE = {
        "TABLE", "BASE TABLE", "PARTITIONED TABLE", "FOREIGN TABLE", "VIEW", "MATERIALIZED VIEW"
    };

    public Catalogue {
        tables = List.copyOf(tables);
        functions = List.copyOf(functions);
    }

    /**
     * One index, the primary key among them.
     *
     * @param columns in the order of the index; an expression stands as the database writes it
     */
    public record Index(String name, List<String> columns, boolean unique, boolean primary) {
        public Index {
            columns = List.copyOf(columns);
        }
    }

    /**
     * A function that returns a table, or a procedure.
     *
     * @param kind function or procedure
     * @param arguments each as the database writes it: {@code month_start date}
     */
    public record Function(String schema, String name, String kind, List<String> arguments) {
        public Function {
            arguments = List.copyOf(arguments);
        }
    }

    /**
     * One table or view with its columns in order.
     *
     * @param view whether it is a view
     * @param rows how many rows the database thinks it has; -1 when it does not say
     * @param nullable the names of the columns that may hold no value, as far as the database tells
     */
    public record Table(
            String schema,
            String name,
            boolean view,
            long rows,
            List<Column> columns,
            Set<String> nullable,
            List<Index> indexes) {
        public Table {
            indexes = List.copyOf(indexes);
            columns = List.copyOf(columns);
            nullable = Set.copyOf(nullable);
        }
    }

    private record TableName(String schema, String name) {}

    static Catalogue read(Connection connection, Vendor vendor) throws SQLException {
        DatabaseMetaData meta = connection.getMetaData();
        Map<TableName, List<Column>> tables = new LinkedHashMap<>();
        Set<TableName> views = new HashSet<>();
        try (ResultSet found = meta.getTables(connection.getCatalog(), null, "%", READABLE)) {
            while (found.next()) {
                if (!isSystem(found.getString("TABLE_SCHEM"))) {
                    tables.put(nameIn(found), new ArrayList<>());
                    if (found.getString("TABLE_TYPE").contains("VIEW")) {
                        views.add(nameIn(found));
                    }
                }
            }
        }
        Map<TableName, Set<String>> nullable = new HashMap<>();
        try (ResultSet found = vendor.allColumns(connection)) {
            while (found.next()) {
                List<Column> columns = tables.get(nameIn(found));
                if (columns != null) {
                    columns.add(new Column(
                            found.getString("COLUMN_NAME"),
                            found.getString("TYPE_NAME"),
                            vendor.kind(found.getString("TYPE_NAME"), found.getInt("DATA_TYPE"))));
                    if (found.getInt("NULLABLE") != DatabaseMetaData.columnNoNulls) {
                        nullable.computeIfAbsent(nameIn(found), name -> new HashSet<>())
                                .add(found.getString("COLUMN_NAME"));
                    }
                }
            }
        }
        CatalogueDetails details = CatalogueDetails.read(connection, vendor.details());
        return new Catalogue(
                tables.entrySet().stream()
                        .map(entry -> new Table(
                                entry.getKey().schema(),
                                entry.getKey().name(),
                                views.contains(entry.getKey()),
                                details.rows(
                                        entry.getKey().schema(), entry.getKey().name()),
                                entry.getValue(),
                                nullable.getOrDefault(entry.getKey(), Set.of()),
                                details.indexes(
                                        entry.getKey().schema(), entry.getKey().name())))
                        .toList(),
                details.functions());
    }

    private static TableName nameIn(ResultSet found) throws SQLException {
        return new TableName(found.getString("TABLE_SCHEM"), found.getString("TABLE_NAME"));
    }

    private static boolean isSystem(String schema) {
        return schema != null && (schema.equals("information_schema") || schema.startsWith("pg_"));
    }
}
