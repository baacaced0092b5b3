package plainsieve.sources.jdbc;

import com.zaxxer.hikari.HikariConfig;
import java.io.PrintWriter;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.SQLFeatureNotSupportedException;
import java.time.Instant;
import java.util.Optional;
import java.util.Properties;
import java.util.concurrent.atomic.AtomicReference;
import java.util.logging.Logger;
import javax.sql.DataSource;
import plainsieve.sources.jdbc.vendor.Vendor;

/**
 * Opens connections through a driver. Once the database has rejected the credentials, they are not tried again:
 * repeated attempts would lock the account. Saving the source resets this.
 */
final class DriverConnections implements DataSource {
    private final String url;
    private final Properties properties = new Properties();
    private final Vendor vendor;
    private final AtomicReference<Optional<Rejection>> rejection = new AtomicReference<>(Optional.empty());

    private record Rejection(SQLException failure, Instant at) {}

    /** @param config as the vendor has set it: address, properties, user and password */
    DriverConnections(HikariConfig config, Vendor vendor) {
        this.url = config.getJdbcUrl();
        this.vendor = vendor;
        properties.putAll(config.getDataSourceProperties());
        if (config.getUsername() != null) {
            properties.setProperty("user", config.getUsername());
            properties.setProperty(
                    "password", Optional.ofNullable(config.getPassword()).orElse(""));
        }
    }

    @Override
    public Connection getConnection() throws SQLException {
        Optional<Rejection> rejected = rejection.get();
        if (rejected.isPresent()) {
            throw rejected.get().failure();
        }
        try {
            return DriverManager.getConnection(url, properties);
        } catch (SQLException e) {
            if (vendor.refusesUser(innermost(e))) {
                rejection.set(Optional.of(new Rejection(e, Instant.now())));
            }
            throw e;
        }
    }

    Optional<Instant> rejectedSince() {
        return rejection.get().map(Rejection::at);
    }

    private static SQLException innermost(SQLException e) {
        return e.getCause() instanceof SQLException inner ? innermost(inner) : e;
    }

    @Override
    public Connection getConnection(String user, String password) throws SQLException {
        throw new SQLFeatureNotSupportedException();
    }

    @Override
    public PrintWriter getLogWriter() {
        return null;
    }

    @Override
    public void setLogWriter(PrintWriter out) {
        // Drivers log by themselves.
    }

    @Override
    public void setLoginTimeout(int seconds) {
        // Every driver accepts an empty property set.
    }

    @Override
    public int getLoginTimeout() {
        return 0;
    }

    @Override
    public Logger getParentLogger() throws SQLFeatureNotSupportedException {
        throw new SQLFeatureNotSupportedException();
    }

    @Override
    public <T> T unwrap(Class<T> type) throws SQLException {
        throw new SQLException("wraps nothing");
    }

    @Override
    public boolean isWrapperFor(Class<?> type) {
        return false;
    }
}
