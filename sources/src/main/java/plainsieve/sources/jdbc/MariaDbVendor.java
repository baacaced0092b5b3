package plainsieve.sources.jdbc;

import com.zaxxer.hikari.HikariConfig;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Collection;
import plainsieve.core.sql.SessionVariables;
import plainsieve.sources.Secret;
import plainsieve.sources.SourceSettings;

/** MariaDB and MySQL through MariaDB's own driver. */
public final class MariaDbVendor implements Vendor {
    private static final int ROWS_PER_FETCH = 1000;
    private static final String INTERRUPTED = "70100";

    /** The mode that the engine reads SQL by: {@code "…"} is a string, {@code ||} is OR, a backslash escapes. */
    private static final String MODE =
            "sql_mode='STRICT_TRANS_TABLES,ERROR_FOR_DIVISION_BY_ZERO,NO_ENGINE_SUBSTITUTION'";

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
        // Prepared at the server: values travel apart from the text, and JSON_TABLE takes them.
        config.addDataSourceProperty("useServerPrepStmts", "true");
        config.addDataSourceProperty("allowLocalInfile", "false");
        config.addDataSourceProperty("connectTimeout", "5000");
        config.addDataSourceProperty("tcpKeepAlive", "true");
        config.addDataSourceProperty("sessionVariables", MODE);
        config.setConnectionInitSql("set session transaction read only");
        config.setReadOnly(true);
    }

    @Override
    public CatalogueDetails.Questions details() {
        return new CatalogueDetails.Questions("""
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
    public void prepareForStreaming(Connection connection, PreparedStatement statement) throws SQLException {
        statement.setFetchSize(ROWS_PER_FETCH);
    }

    /** Variables live as long as the connection, which others use after this. */
    @Override
    public void tidy(Connection connection, plainsieve.core.statement.Statement statement) throws SQLException {
        Collection<String> variables = SessionVariables.setBy(statement.text(), settings.dialect());
        if (!variables.isEmpty()) {
            try (Statement reset = connection.createStatement()) {
                reset.execute("set " + String.join(" = null, ", variables) + " = null");
            }
        }
    }

    @Override
    public boolean isStopped(SQLException failure) {
        return INTERRUPTED.equals(failure.getSQLState());
    }

    @Override
    public boolean isUnreachable(SQLException failure) {
        return failure.getSQLState() != null && failure.getSQLState().startsWith("08");
    }

    /** The driver begins every message with the number of its connection. */
    @Override
    public String message(SQLException failure) {
        return Vendor.super.message(failure).replaceFirst("^\\(conn=\\d+\\) ", "");
    }
}
