package plainsieve.sources.jdbc.vendor;

import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;
import plainsieve.sources.SourceSettings;

/**
 * The tables of a cluster's catalogs. Those of other catalogs are qualified as in a query: their schema is prefixed by the catalog.
 * An unreachable catalog does not hide the rest.
 */
final class TrinoTables implements TableMetadataReader {
    private static final Dialect DIALECT = Dialects.of("trino");

    /** Of the engine itself, not of anybody's data. */
    private static final Set<String> NOBODYS_CATALOGS = Set.of("system", "jmx");

    private final Connection connection;
    private final SourceSettings.Trino settings;
    private final List<String> catalogs = new ArrayList<>();
    private final List<String> silent = new ArrayList<>();

    private TrinoTables(Connection connection, SourceSettings.Trino settings) {
        this.connection = connection;
        this.settings = settings;
    }

    /** Where a schema is named, its tables alone are shown: a cluster may have a great many others. */
    static TrinoTables of(Connection connection, SourceSettings.Trino settings) throws SQLException {
        TrinoTables tables = new TrinoTables(connection, settings);
        tables.catalogs.add(settings.catalog());
        if (settings.schema().isEmpty()) {
            tables.otherCatalogs();
        }
        return tables;
    }

    private void otherCatalogs() throws SQLException {
        List<String> found = new ArrayList<>();
        try (Statement statement = connection.createStatement();
                ResultSet rows = statement.executeQuery("show catalogs")) {
            while (rows.next()) {
                found.add(rows.getString(1));
            }
        }
        found.removeAll(NOBODYS_CATALOGS);
        found.remove(settings.catalog());
        for (String catalog : found) {
            readCatalog(catalog);
        }
    }

    private void readCatalog(String catalog) throws SQLException {
        try (Statement statement = connection.createStatement();
                ResultSet rows = statement.executeQuery("select count(*) from " + qualify(catalog, "tables"))) {
            // To its end: a statement that is closed before is stopped, and everything after it in its transaction
            // refused.
            while (rows.next()) {
                rows.getLong(1);
            }
            catalogs.add(catalog);
        } catch (SQLException e) {
            silent.add("The tables of catalog “%s” cannot be read: %s".formatted(catalog, TrinoVendor.inWords(e)));
            connection.rollback();
        }
    }

    @Override
    public ResultSet tables() throws SQLException {
        return inEvery("tables", "table_type as \"TABLE_TYPE\"", "1, 2");
    }

    @Override
    public ResultSet columns() throws SQLException {
        String columns = "column_name as \"COLUMN_NAME\", data_type as \"TYPE_NAME\", 0 as \"DATA_TYPE\","
                + " case is_nullable when 'NO' then 0 else 1 end as \"NULLABLE\", ordinal_position";
        return inEvery("columns", columns, "1, 2, ordinal_position");
    }

    @Override
    public List<String> silent() {
        return List.copyOf(silent);
    }

    private ResultSet inEvery(String what, String columns, String order) throws SQLException {
        String all = catalogs.stream()
                .map(catalog ->
                        "select '%s' || table_schema as \"TABLE_SCHEM\", table_name as \"TABLE_NAME\", %s from %s"
                                .formatted(before(catalog), columns, qualify(catalog, what)))
                .collect(Collectors.joining(" union all "));
        Statement statement = connection.createStatement();
        statement.closeOnCompletion();
        return statement.executeQuery(all + " order by " + order);
    }

    private String qualify(String catalog, String what) {
        String schemas = settings.schema().isEmpty()
                ? "<> 'information_schema'"
                : "= " + DIALECT.textLiteral(settings.schema().toLowerCase(Locale.ROOT));
        return "%s.information_schema.%s where table_schema %s".formatted(DIALECT.quoteName(catalog), what, schemas);
    }

    private String before(String catalog) {
        return catalog.equals(settings.catalog()) ? "" : catalog.replace("'", "''") + ".";
    }
}
