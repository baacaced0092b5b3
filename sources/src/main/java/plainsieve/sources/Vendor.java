package plainsieve.sources;

import com.zaxxer.hikari.HikariConfig;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import plainsieve.core.rewrite.Bound;

/** What differs between drivers: connecting read-only, binding arrays, telling failures apart. One small class each. */
interface Vendor {
    static Vendor of(SourceSettings.Kind kind) {
        return switch (kind) {
            case DUCKDB -> new DuckDbVendor();
            case POSTGRESQL -> new PostgreSqlVendor();
        };
    }

    /** Fills in address, credentials and everything that makes connections read-only. */
    void configure(HikariConfig config, SourceSettings settings);

    /** The statement's text as this driver wants it. */
    default String jdbcText(plainsieve.core.rewrite.Statement statement) {
        return statement.text();
    }

    void prepareForStreaming(Connection connection, PreparedStatement statement) throws SQLException;

    void bindArray(Connection connection, PreparedStatement statement, int index, Bound.Array array)
            throws SQLException;

    boolean isStopped(SQLException failure);

    boolean isUnreachable(SQLException failure);

    /** The driver's message without its noise, one line. */
    default String message(SQLException failure) {
        String message = failure.getMessage() == null ? "no message" : failure.getMessage();
        return message.lines().findFirst().orElse("no message").strip();
    }
}
