package plainsieve.sources.jdbc.vendor;

import com.zaxxer.hikari.HikariConfig;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.ResultSetMetaData;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import plainsieve.core.catalog.DeclaredType;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.value.Value;
import plainsieve.sources.Binary;
import plainsieve.sources.Column;
import plainsieve.sources.SourceSettings;

/**
 * Embedded SQLite on a file opened read-only. SQLite has no date, time and boolean types: they are
 * ISO 8601 text and 0 or 1, as in most of its databases.
 */
public final class SqliteVendor implements Vendor {
    private final SourceSettings.Sqlite settings;

    SqliteVendor(SourceSettings.Sqlite settings) {
        this.settings = settings;
    }

    @Override
    public void configure(HikariConfig config) {
        config.setJdbcUrl(
                "jdbc:sqlite:" + Path.of(settings.file()).toAbsolutePath().toUri() + "?mode=ro");
        config.addDataSourceProperty("busy_timeout", "5000");
        config.addDataSourceProperty("enable_load_extension", "false");
        config.addDataSourceProperty("open_mode", "1");
        config.setReadOnly(true);
    }

    /** A file is read on first use only. */
    @Override
    public void verify(Connection connection) throws SQLException {
        try (Statement statement = connection.createStatement()) {
            statement.executeQuery("select 1 from sqlite_master limit 1").close();
        }
    }

    @Override
    public TableMetadataReader tables(Connection connection) {
        return new OwnTables(connection);
    }

    private record OwnTables(Connection connection) implements TableMetadataReader {
        @Override
        public ResultSet tables() throws SQLException {
            return new OfDriver(connection).tables();
        }

        /** The driver lists all tables in one statement, which exceeds SQLite's limit for thousands. */
        @Override
        public ResultSet columns() throws SQLException {
            Statement statement = connection.createStatement();
            statement.closeOnCompletion();
            return statement.executeQuery("""
                    select null as TABLE_SCHEM, t.name as TABLE_NAME, c.name as COLUMN_NAME, c.type as TYPE_NAME,
                      0 as DATA_TYPE, iif(c."notnull", 0, 1) as NULLABLE
                    from sqlite_master t, pragma_table_xinfo(t.name) c
                    where t.type in ('table', 'view') and c.hidden <> 1
                    order by t.name, c.cid""");
        }
    }

    @Override
    public CatalogDetails.Questions details() {
        return new CatalogDetails.Questions("""
                select null, t.name, l.name, i.name, l."unique", l.origin = 'pk'
                from sqlite_master t, pragma_index_list(t.name) l, pragma_index_info(l.name) i
                where t.type = 'table' and i.name is not null
                union all
                select null, t.name, 'primary key', c.name, 1, 1
                from sqlite_master t, pragma_table_info(t.name) c
                where t.type = 'table' and c.pk = 1
                  and not exists (select 1 from pragma_index_list(t.name) l where l.origin = 'pk')""", "", "", "");
    }

    @Override
    public TableCollations collations(Connection connection) throws SQLException {
        return SqliteCollations.read(connection);
    }

    @Override
    public void prepareForStreaming(Connection connection, PreparedStatement statement) {
        // SQLite computes rows on demand.
    }

    @Override
    public void bind(
            Connection connection, PreparedStatement statement, int index, PlaceholderBinding placeholderBinding)
            throws SQLException {
        if (placeholderBinding instanceof PlaceholderBinding.Single single) {
            statement.setObject(index, stored(single.value()));
        } else {
            JdbcValues.bind(statement, index, placeholderBinding);
        }
    }

    private static Object stored(Value value) {
        if (value instanceof Value.Moment moment) {
            return moment.inSql();
        }
        if (value instanceof Value.Truth truth) {
            return truth.truth() ? 1 : 0;
        }
        if (value instanceof Value.Decimal decimal) {
            return decimal.number().doubleValue();
        }
        return value instanceof Value.Whole ? JdbcValues.of(value) : value.written();
    }

    /** By the declared type of each column; expressions have none and are judged value by value. */
    @Override
    public List<Column> columns(ResultSet rows) throws SQLException {
        ResultSetMetaData meta = rows.getMetaData();
        List<Column> columns = new ArrayList<>();
        for (int i = 1; i <= meta.getColumnCount(); i++) {
            String type = meta.getColumnTypeName(i);
            columns.add(new Column(meta.getColumnLabel(i), type, kind(type)));
        }
        return columns;
    }

    @Override
    public Column.Kind kind(String typeName, int sqlType) {
        return kind(typeName);
    }

    /* A column without a type that we know is judged value by value. */
    private static Column.Kind kind(String declared) {
        return DeclaredType.of(declared == null ? "" : declared)
                .map(type -> Column.Kind.valueOf(type.name()))
                .orElse(Column.Kind.OTHER);
    }

    @Override
    public CellReader reader(Column column) {
        return (rows, index) -> value(rows.getObject(index), column.kind());
    }

    private static Object value(Object value, Column.Kind kind) {
        if (value instanceof String text && kind == Column.Kind.DATETIME) {
            return TimestampText.iso(text);
        }
        if (value instanceof Number number && kind == Column.Kind.BOOLEAN) {
            return number.intValue() != 0;
        }
        return value instanceof Integer number
                ? Long.valueOf(number)
                : value instanceof byte[] bytes ? Binary.of(bytes) : value;
    }

    @Override
    public boolean isStopped(SQLException failure) {
        return failure.getMessage() != null && failure.getMessage().contains("INTERRUPT");
    }

    @Override
    public boolean isUnreachable(SQLException failure) {
        return failure.getMessage() != null && (failure.getMessage().contains("CANTOPEN") || isNoDatabase(failure));
    }

    private static boolean isNoDatabase(SQLException failure) {
        return String.valueOf(failure.getMessage()).contains("NOTADB");
    }

    @Override
    public String message(SQLException failure) {
        return isNoDatabase(failure) ? "The file is not a SQLite database." : Vendor.super.message(failure);
    }
}
