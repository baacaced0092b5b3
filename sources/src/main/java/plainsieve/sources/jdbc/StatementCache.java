package plainsieve.sources.jdbc;

import java.sql.Connection;
import java.sql.SQLException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.statement.Statement;
import plainsieve.sources.jdbc.vendor.PreparedExecution;
import plainsieve.sources.jdbc.vendor.Vendor;

/**
 * Caches prepared statements per connection for drivers that parse each text again. Failed or cancelled statements are not reused.
 * Closing a connection closes its statements.
 */
final class StatementCache {
    /** Per connection; the least recently used one is evicted. */
    private static final int MOST = 16;
    /** Longer texts contain thousands of values and do not recur. */
    private static final int LONGEST = 20_000;

    private final Vendor vendor;
    private final boolean keeps;
    /** A connection, with its statements, has one user at a time. */
    private final Map<Connection, Map<Key, PreparedExecution>> kept = new ConcurrentHashMap<>();

    /** @param types of the values, on which column types may depend */
    private record Key(String text, boolean many, List<String> types) {
        static Key of(Statement statement, String text) {
            List<String> types = statement.values().stream()
                    .map(value -> type(value.bound()))
                    .toList();
            return new Key(text, statement.cap() >= Vendor.MANY_ROWS, types);
        }

        private static String type(PlaceholderBinding placeholderBinding) {
            if (placeholderBinding instanceof PlaceholderBinding.Single single) {
                return single.value().type().name();
            }
            if (placeholderBinding instanceof PlaceholderBinding.TypedNull nothing) {
                return "no " + nothing.type();
            }
            return placeholderBinding instanceof PlaceholderBinding.Array array ? array.type() + "[]" : "";
        }
    }

    StatementCache(Vendor vendor) {
        this.vendor = vendor;
        this.keeps = vendor.reparsesTexts();
    }

    /** A leased statement; on close it is returned if no error occurred. */
    interface PooledStatement extends AutoCloseable {
        PreparedExecution prepared();

        /** Marks success: its rows are closed. */
        void wentWell();

        @Override
        void close() throws SQLException;
    }

    /**
     * @param pooled a connection of the pool
     * @param text the statement's, as its driver wants it
     */
    PooledStatement lease(Connection pooled, Statement statement, String text) throws SQLException {
        // The pool would close statements prepared through its proxy.
        Connection connection = keeps ? pooled.unwrap(Connection.class) : pooled;
        if (!keeps || text.length() > LONGEST) {
            return new SingleUse(vendor.prepare(connection, statement, text));
        }
        Map<Key, PreparedExecution> own = of(connection);
        Key key = Key.of(statement, text);
        PreparedExecution known = own.remove(key);
        return new Reusable(own, key, known == null ? vendor.prepare(connection, statement, text) : known);
    }

    private Map<Key, PreparedExecution> of(Connection connection) {
        Map<Key, PreparedExecution> own = kept.get(connection);
        if (own == null) {
            // Statements of closed connections are closed, too.
            kept.keySet().removeIf(StatementCache::isGone);
            own = new LinkedHashMap<>();
            kept.put(connection, own);
        }
        return own;
    }

    private static boolean isGone(Connection connection) {
        try {
            return connection.isClosed();
        } catch (SQLException e) {
            return true;
        }
    }

    private record SingleUse(PreparedExecution prepared) implements PooledStatement {
        @Override
        public void wentWell() {
            // It is closed either way.
        }

        @Override
        public void close() throws SQLException {
            prepared.statement().close();
        }
    }

    private static final class Reusable implements PooledStatement {
        private final Map<Key, PreparedExecution> own;
        private final Key key;
        private final PreparedExecution preparedExecution;
        private boolean wentWell;

        Reusable(Map<Key, PreparedExecution> own, Key key, PreparedExecution preparedExecution) {
            this.own = own;
            this.key = key;
            this.preparedExecution = preparedExecution;
        }

        @Override
        public PreparedExecution prepared() {
            return preparedExecution;
        }

        @Override
        public void wentWell() {
            wentWell = true;
        }

        @Override
        public void close() throws SQLException {
            if (!wentWell) {
                preparedExecution.statement().close();
                return;
            }
            preparedExecution.statement().clearParameters();
            own.put(key, preparedExecution);
            Optional<Key> oldest = own.keySet().stream().findFirst().filter(first -> own.size() > MOST);
            if (oldest.isPresent()) {
                own.remove(oldest.get()).statement().close();
            }
        }
    }
}
