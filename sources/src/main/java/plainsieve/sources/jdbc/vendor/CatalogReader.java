package plainsieve.sources.jdbc.vendor;

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
import java.util.Optional;
import java.util.Set;
import plainsieve.sources.Catalog;
import plainsieve.sources.Column;

/** Reads the metadata of one database: tables and columns through its driver, the rest from its catalog. */
public final class CatalogReader {
    static final String[] READABLE = {
        "TABLE", "BASE TABLE", "PARTITIONED TABLE", "FOREIGN TABLE", "VIEW", "MATERIALIZED VIEW"
    };

    private final Connection connection;
    private final Vendor vendor;
    private final Map<TableName, List<Column>> columns = new LinkedHashMap<>();
    private final Map<TableName, Set<String>> nullable = new HashMap<>();
    private final Set<TableName> views = new HashSet<>();

    private record TableName(String schema, String name) {
        static TableName parse(ResultSet found) throws SQLException {
            return new TableName(
                    Optional.ofNullable(found.getString("TABLE_SCHEM")).orElse(""), found.getString("TABLE_NAME"));
        }

        boolean isSystem() {
            return schema.equals("information_schema") || schema.startsWith("pg_");
        }
    }

    private CatalogReader(Connection connection, Vendor vendor) {
        this.connection = connection;
        this.vendor = vendor;
    }

    public static Catalog read(Connection connection, Vendor vendor) throws SQLException {
        CatalogReader reader = new CatalogReader(connection, vendor);
        TableMetadataReader questions = vendor.tables(connection);
        reader.tables(questions);
        reader.columns(questions);
        CatalogDetails details = CatalogDetails.read(connection, vendor.details());
        TableCollations collations = vendor.collations(connection);
        return new Catalog(
                reader.columns.keySet().stream()
                        .map(name -> reader.table(name, details, collations))
                        .toList(),
                details.functions(),
                details.own(),
                questions.silent());
    }

    private void tables(TableMetadataReader questions) throws SQLException {
        try (ResultSet found = questions.tables()) {
            while (found.next()) {
                TableName name = TableName.parse(found);
                if (!name.isSystem()) {
                    columns.put(name, new ArrayList<>());
                    if (found.getString("TABLE_TYPE").contains("VIEW")) {
                        views.add(name);
                    }
                }
            }
        }
    }

    private void columns(TableMetadataReader questions) throws SQLException {
        try (ResultSet found = questions.columns()) {
            while (found.next()) {
                TableName table = TableName.parse(found);
                if (columns.containsKey(table)) {
                    column(table, found);
                }
            }
        }
    }

    private void column(TableName table, ResultSet found) throws SQLException {
        String name = found.getString("COLUMN_NAME");
        String type = found.getString("TYPE_NAME");
        columns.get(table).add(new Column(name, type, vendor.kind(type, found.getInt("DATA_TYPE"))));
        if (found.getInt("NULLABLE") != DatabaseMetaData.columnNoNulls) {
            nullable.computeIfAbsent(table, key -> new HashSet<>()).add(name);
        }
    }

    private Catalog.Table table(TableName name, CatalogDetails details, TableCollations collations) {
        return new Catalog.Table(
                name.schema(),
                name.name(),
                views.contains(name),
                details.rows(name.schema(), name.name()),
                columns.get(name),
                nullable.getOrDefault(name, Set.of()),
                collations.of(name.name()),
                details.indexes(name.schema(), name.name()),
                Optional.empty());
    }
}
