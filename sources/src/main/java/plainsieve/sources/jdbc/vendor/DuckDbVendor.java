package plainsieve.sources.jdbc.vendor;

import com.zaxxer.hikari.HikariConfig;
import java.math.BigDecimal;
import java.nio.file.Path;
import java.sql.Blob;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Value;
import plainsieve.sources.Column;
import plainsieve.sources.SourceSettings;

/** DuckDB in this process, on a file opened read-only and fenced in: no other files, no extensions, no settings. */
public final class DuckDbVendor implements Vendor {
    private static final int MOST_DIGITS = 38;

    /** The driver's text of infinite dates and timestamps. */
    private static final Map<String, String> ENDLESS = Map.of(
            "+5881580-07-11", ColumnReading.INFINITY,
            "-5877641-06-24", "-" + ColumnReading.INFINITY,
            "+294247-01-10T04:00:54.775807Z", ColumnReading.INFINITY,
            "-290308-12-21T19:59:05.224193Z", "-" + ColumnReading.INFINITY,
            "+292278994-08-17T07:12:55.807", ColumnReading.INFINITY,
            "2262-04-11T23:47:16.854775807", ColumnReading.INFINITY);

    private final String file;
    private final List<Path> readable;
    private final Map<String, String> bounds;
    private final boolean onFile;

    DuckDbVendor(SourceSettings.DuckDb settings) {
        this(settings.file(), List.of(), Map.of());
    }

    /** @param bounds its resource limits; by default it uses most of the memory, and writes beside its file */
    public static DuckDbVendor restrictedTo(SourceSettings.DuckDb settings, Map<String, String> bounds) {
        return new DuckDbVendor(settings.file(), List.of(), bounds);
    }

    /**
     * @param file of the database
     * @param readable folders with files it may read
     * @param bounds its resource limits as engine settings
     */
    public DuckDbVendor(String file, List<Path> readable, Map<String, String> bounds) {
        this(file, readable, bounds, true);
    }

    private DuckDbVendor(String file, List<Path> readable, Map<String, String> bounds, boolean onFile) {
        this.file = file;
        this.readable = List.copyOf(readable);
        this.bounds = Map.copyOf(bounds);
        this.onFile = onFile;
    }

    /** An empty in-memory database with the same restrictions. */
    public static DuckDbVendor empty(Map<String, String> bounds) {
        return new DuckDbVendor(":memory:", List.of(), bounds, false);
    }

    @Override
    public void configure(HikariConfig config) {
        config.setJdbcUrl("jdbc:duckdb:" + file);
        bounds.forEach(config::addDataSourceProperty);
        config.addDataSourceProperty("duckdb.read_only", Boolean.toString(onFile));
        config.addDataSourceProperty("jdbc_stream_results", "true");
        config.addDataSourceProperty("autoinstall_known_extensions", "false");
        if (!readable.isEmpty()) {
            config.addDataSourceProperty("allowed_directories", folders());
        }
        config.addDataSourceProperty("enable_external_access", "false");
        // Below a LIMIT, these optimizers filter rows by those of an outer join, and remove unused joins
        // that multiply rows, which changes the first rows (DuckDB 1.5.6).
        config.addDataSourceProperty("disabled_optimizers", "join_filter_pushdown,join_elimination");
        config.addDataSourceProperty("lock_configuration", "true");
        config.setReadOnly(onFile);
    }

    private String folders() {
        return readable.stream()
                .map(folder -> "'" + folder.toString().replace("'", "''") + "/'")
                .collect(Collectors.joining(", ", "[", "]"));
    }

    /** After an internal error an instance refuses every statement, until all of its connections are closed. */
    @Override
    public boolean isBroken(SQLException failure) {
        String message = String.valueOf(failure.getMessage());
        return message.contains("database has been invalidated")
                || message.startsWith("INTERNAL Error")
                || message.startsWith("FATAL Error")
                || message.contains("unsuccessful or closed pending query result\nError: INTERNAL");
    }

    @Override
    public FunctionCatalog functionCatalog() {
        return new FunctionCatalog.Macros("""
                select function_name, macro_definition from duckdb_functions()
                where function_type in ('macro', 'table_macro') and not internal""");
    }

    @Override
    public CatalogDetails.Questions details() {
        return new CatalogDetails.Questions("""
                select schema_name, table_name, index_name, unnest(string_split(trim(expressions, '[]'), ', ')), is_unique, is_primary
                from duckdb_indexes()
                union all
                select schema_name, table_name, lower(constraint_type), unnest(constraint_column_names), true, constraint_type = 'PRIMARY KEY'
                from duckdb_constraints() where constraint_type in ('PRIMARY KEY', 'UNIQUE')""", """
                select schema_name, table_name, estimated_size from duckdb_tables()""", """
                select schema_name, function_name, 'function', array_to_string(parameters, ', ')
                from duckdb_functions() where function_type = 'table_macro' and not internal
                order by 1, 2""", "");
    }

    /** Integers of any width; the driver has no type for the wider ones. */
    @Override
    public Column.Kind kind(String typeName, int sqlType) {
        if (typeName.endsWith("INT") || typeName.endsWith("INTEGER")) {
            return Column.Kind.INTEGER;
        }
        return typeName.equals("BIT") ? Column.Kind.OTHER : Vendor.super.kind(typeName, sqlType);
    }

    @Override
    public CellReader reader(Column column) {
        CellReader usual = Vendor.super.reader(column);
        return switch (column.type()) {
            case "BLOB" ->
                (rows, index) -> {
                    Blob blob = rows.getBlob(index);
                    return blob == null ? null : ColumnReading.bytes(blob);
                };
            case "TIMESTAMP" -> new DuckDbTimestamps();
            case "INTEGER" -> (rows, index) -> whole(rows, rows.getInt(index));
            case "BIGINT" -> (rows, index) -> whole(rows, rows.getLong(index));
            default ->
                switch (column.kind()) {
                    // As an object, the driver loses the era of a day.
                    case DATE -> (rows, index) -> endless(rows.getString(index));
                    case DATETIME -> (rows, index) -> endless(usual.read(rows, index));
                    default -> usual;
                };
        };
    }

    private static Long whole(ResultSet rows, long number) throws SQLException {
        return number == 0 && rows.wasNull() ? null : Long.valueOf(number);
    }

    private static Object endless(Object value) {
        return value instanceof String text ? ENDLESS.getOrDefault(text, text) : value;
    }

    /** Files that are read next to the database may change while it is open. */
    @Override
    public boolean reparsesTexts() {
        return readable.isEmpty();
    }

    @Override
    public PreparedExecution prepare(Connection connection, Statement statement, String text) throws SQLException {
        boolean pays = reparsesTexts() ? statement.cap() >= MANY_ROWS : statement.cap() == Statement.NO_CAP;
        return pays
                ? new EncodedTexts(connection, this).prepare(statement, text)
                : Vendor.super.prepare(connection, statement, text);
    }

    @Override
    public void prepareForStreaming(Connection connection, PreparedStatement statement) {
        // Streaming is a property of the connection, set in configure.
    }

    @Override
    public void bind(
            Connection connection, PreparedStatement statement, int index, PlaceholderBinding placeholderBinding)
            throws SQLException {
        if (placeholderBinding instanceof PlaceholderBinding.Array array) {
            bindArray(connection, statement, index, array);
        } else if (placeholderBinding instanceof PlaceholderBinding.Single single
                && single.value() instanceof Value.Whole whole
                && whole.number() == (int) whole.number()) {
            // As a literal of this size is: a day minus a wider number is no day to DuckDB.
            statement.setInt(index, (int) whole.number());
        } else {
            JdbcValues.bind(statement, index, placeholderBinding);
        }
    }

    private static void bindArray(
            Connection connection, PreparedStatement statement, int index, PlaceholderBinding.Array array)
            throws SQLException {
        String elementType =
                switch (array.type()) {
                    case TEXT, NAME -> "VARCHAR";
                    case INTEGER -> "BIGINT";
                    case DECIMAL -> decimals(array);
                    case DATE -> "DATE";
                    case DATETIME -> JdbcValues.hasOffsets(array) ? "TIMESTAMP WITH TIME ZONE" : "TIMESTAMP";
                    case BOOLEAN -> "BOOLEAN";
                };
        Object[] elements = array.values().stream().map(JdbcValues::of).toArray();
        statement.setObject(index, connection.createArrayOf(elementType, elements));
    }

    /** As many digits as the values have, so that none is rounded; DOUBLE if that exceeds DECIMAL. */
    private static String decimals(PlaceholderBinding.Array array) {
        int scale = 0;
        int whole = 1;
        for (Value value : array.values()) {
            BigDecimal number = ((Value.Decimal) value).number();
            scale = Math.max(scale, number.scale());
            whole = Math.max(whole, number.precision() - number.scale());
        }
        return whole + scale > MOST_DIGITS ? "DOUBLE" : "DECIMAL(%d,%d)".formatted(whole + scale, scale);
    }

    /** Local paths are hidden from readers. */
    @Override
    public String message(SQLException failure) {
        String message = Vendor.super.message(failure);
        for (Path folder : readable) {
            message = message.replace(folder + "/", "");
        }
        return message;
    }

    @Override
    public boolean isStopped(SQLException failure) {
        return failure.getMessage() != null && failure.getMessage().contains("INTERRUPT");
    }

    @Override
    public boolean lacksMemory(SQLException failure) {
        return failure.getMessage() != null && failure.getMessage().contains("Out of Memory Error");
    }

    @Override
    public boolean isUnreachable(SQLException failure) {
        return failure.getMessage() != null && failure.getMessage().contains("IO Error");
    }
}
