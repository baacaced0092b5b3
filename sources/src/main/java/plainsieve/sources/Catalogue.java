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

/** The tables and views of a source, as the database itself describes them. */
public record Catalogue(List<Table> tables) {
    private static final String[] READABLE = {
        "TABLE", "BASE TABLE", "PARTITIONED TABLE", "FOREIGN TABLE", "VIEW", "MATERIALIZED VIEW"
    };

    public Catalogue {
        tables = List.copyOf(tables);
    }

    /**
     * One table or view with its columns in order.
     *
     * @param nullable the names of the columns that may hold no value, as far as the database tells
     */
    public record Table(String schema, String name, List<Column> columns, Set<String> nullable) {
        public Table {
            columns = List.copyOf(columns);
            nullable = Set.copyOf(nullable);
        }
    }

    private record TableName(String schema, String name) {}

    static Catalogue read(Connection connection, Vendor vendor) throws SQLException {
        DatabaseMetaData meta = connection.getMetaData();
        Map<TableName, List<Column>> tables = new LinkedHashMap<>();
        try (ResultSet found = meta.getTables(connection.getCatalog(), null, "%", READABLE)) {
            while (found.next()) {
                if (!isSystem(found.getString("TABLE_SCHEM"))) {
                    tables.put(nameIn(found), new ArrayList<>());
                }
            }
        }
        Map<TableName, Set<String>> nullable = new HashMap<>();
        try (ResultSet found = meta.getColumns(connection.getCatalog(), null, "%", "%")) {
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
        return new Catalogue(tables.entrySet().stream()
                .map(entry -> new Table(
                        entry.getKey().schema(),
                        entry.getKey().name(),
                        entry.getValue(),
                        nullable.getOrDefault(entry.getKey(), Set.of())))
                .toList());
    }

    private static TableName nameIn(ResultSet found) throws SQLException {
        return new TableName(found.getString("TABLE_SCHEM"), found.getString("TABLE_NAME"));
    }

    private static boolean isSystem(String schema) {
        return schema != null && (schema.equals("information_schema") || schema.startsWith("pg_"));
    }
}
