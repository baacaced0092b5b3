package plainsieve.sources.jdbc.vendor;

import com.zaxxer.hikari.HikariConfig;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.HashMap;
import java.util.Map;
import java.util.Set;
import plainsieve.core.sql.SessionSideEffects;
import plainsieve.core.sql.SessionVariables;
import plainsieve.sources.Column;
import plainsieve.sources.Secret;
import plainsieve.sources.SourceSettings;

/** MariaDB and MySQL through MariaDB's own driver. */
public final class MariaDbVendor implements Vendor {
    private static final int ROWS_PER_FETCH = 1000;
    private static final String INTERRUPTED = "70100";

    /** The mode that the engine reads SQL by: {@code "…"} is a string, {@code ||} is OR, a backslash escapes. */
    private static final String MODE =
            "sql_mode='STRICT_TRANS_TABLES,ERROR_FOR_DIVISION_BY_ZERO,NO_ENGINE_SUBSTITUTION'";

    private static final String READ_ONLY = "set session transaction read only";

    private static final Set<Integer> USER_REFUSED = Set.of(1044, 1045, 1698);
    private static final int NO_SUCH_DATABASE = 1049;
    private static final Set<Integer> FULL = Set.of(1040, 1203, 1226);

    private final SourceSettings.MariaDb settings;
    private final Secret password;

    MariaDbVendor(SourceSettings.MariaDb settings, Secret password) {
        this.settings = settings;
        this.password = password;
    }

    @Override
    public void configure(HikariConfig config) {
        config.setJdbcUrl(
                "jdbc:mariadb://%s:%d/%s".formatted(settings.hostInAddress(), settings.port(), settings.database()));
        config.setUsername(settings.user());
        config.setPassword(password.reveal());
        // Prepared on the server: values are sent separately, and JSON_TABLE accepts them.
        config.addDataSourceProperty("useServerPrepStmts", "true");
        // MariaDB 10.11 loses columns of merged queries when a prepared statement runs again: each run prepares its
        // own.
        config.addDataSourceProperty("cachePrepStmts", "false");
        config.addDataSourceProperty("allowLocalInfile", "false");
        config.addDataSourceProperty("connectTimeout", "2500");
        config.addDataSourceProperty("tcpKeepAlive", "true");
        config.addDataSourceProperty("sessionVariables", MODE);
        config.setConnectionInitSql(READ_ONLY);
        config.setIsolateInternalQueries(true);
        // Every run is a transaction, which stays read-only even if a procedure changes the setting for later ones.
        config.setAutoCommit(false);
        config.setReadOnly(true);
    }

    @Override
    public FunctionCatalog functionCatalog() {
        return new FunctionCatalog.Volatile("""
                select distinct routine_name from information_schema.routines
                where routine_type = 'FUNCTION' and sql_data_access = 'MODIFIES SQL DATA' and routine_name in (%s)""");
    }

    @Override
    public CatalogDetails.Questions details() {
        return new CatalogDetails.Questions("""
                select null, table_name, index_name, column_name, non_unique = 0, index_name = 'PRIMARY'
                from information_schema.statistics
                where table_schema = database()
                order by table_name, index_name, seq_in_index""", """
                select null, table_name, table_rows from information_schema.tables
                where table_schema = database() and table_rows is not null""", """
                select null, r.routine_name, 'procedure',
                  (select group_concat(concat(p.parameter_name, ' ', p.dtd_identifier) order by p.ordinal_position separator ', ')
                   from information_schema.parameters p
                   where p.specific_schema = r.routine_schema and p.specific_name = r.specific_name)
                from information_schema.routines r
                where r.routine_schema = database() and r.routine_type = 'PROCEDURE'
                order by r.routine_name""", "");
    }

    @Override
    public TableCollations collations(Connection connection) throws SQLException {
        Map<String, Map<String, String>> tables = new HashMap<>();
        try (Statement statement = connection.createStatement();
                ResultSet found = statement.executeQuery("""
                        select table_name, column_name, collation_name from information_schema.columns
                        where table_schema = database() and collation_name is not null""")) {
            while (found.next()) {
                tables.computeIfAbsent(found.getString(1), table -> new HashMap<>())
                        .put(found.getString(2), found.getString(3));
            }
        }
        return new TableCollations(tables);
    }

    /** The driver converts a year to its first day. */
    @Override
    public Column.Kind kind(String typeName, int sqlType) {
        return typeName.equals("YEAR") ? Column.Kind.INTEGER : Vendor.super.kind(typeName, sqlType);
    }

    /** Days and times as the server writes them: its zero days and times of more than a day are no dates of Java's. */
    @Override
    public CellReader reader(Column column) {
        return switch (column.type()) {
            case "DATE" -> ResultSet::getString;
            case "TIME" -> (rows, index) -> TimestampText.shortened(rows.getString(index));
            case "DATETIME", "TIMESTAMP" -> (rows, index) -> moment(rows.getString(index));
            case "YEAR" -> (rows, index) -> year(rows.getString(index));
            default -> Vendor.super.reader(column);
        };
    }

    private static Long year(String text) {
        return text == null ? null : Long.valueOf(text);
    }

    private static String moment(String text) {
        boolean isDay = text != null && !text.startsWith("0000");
        return isDay ? TimestampText.iso(TimestampText.shortened(text)) : text;
    }

    @Override
    public void prepareForStreaming(Connection connection, PreparedStatement statement) throws SQLException {
        statement.setFetchSize(ROWS_PER_FETCH);
    }

    /** Variables, locks and settings live as long as the connection, which others use after this. Also a view may set them. */
    @Override
    public void tidy(Connection connection, plainsieve.core.statement.Statement statement) throws SQLException {
        StringBuilder reset = new StringBuilder("set @locks = release_all_locks(), session ").append(MODE);
        SessionVariables.setBy(statement.text(), settings.dialect())
                .forEach(variable -> reset.append(", ").append(variable).append(" = null"));
        try (Statement session = connection.createStatement()) {
            // The driver sends a batch as a whole and waits once.
            session.addBatch("rollback");
            session.addBatch(READ_ONLY);
            session.addBatch(reset.toString());
            session.executeBatch();
        }
    }

    @Override
    public boolean leavesTraces(plainsieve.core.statement.Statement statement) {
        return SessionSideEffects.possible(statement.text(), settings.dialect());
    }

    @Override
    public boolean isStopped(SQLException failure) {
        return INTERRUPTED.equals(failure.getSQLState());
    }

    /* Some of these have an unrelated SQLSTATE: see MariaDB's list of error codes. */

    @Override
    public boolean refusesUser(SQLException failure) {
        return USER_REFUSED.contains(failure.getErrorCode());
    }

    @Override
    public boolean missesDatabase(SQLException failure) {
        return failure.getErrorCode() == NO_SUCH_DATABASE;
    }

    @Override
    public boolean isFull(SQLException failure) {
        return FULL.contains(failure.getErrorCode());
    }

    @Override
    public boolean isUnreachable(SQLException failure) {
        return failure.getSQLState() != null && failure.getSQLState().startsWith("08");
    }

    /** The driver prefixes messages with the connection number. */
    @Override
    public String message(SQLException failure) {
        return Vendor.super.message(failure).replaceFirst("^\\(conn=\\d+\\) ", "");
    }
}
