package plainsieve.sources.jdbc;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;

/**
 * Statements that stay prepared with their connection, for databases whose driver reads a text anew whenever it is prepared. One
 * that failed or was stopped is not used again. A connection that is closed closes its own.
 */
final class KeptStatements {
    /** Of a connection; who has used one of them longest ago makes room. */
    private static final int MOST = 16;
    /** Longer texts are those of thousands of values, which do not come a second time. */
    private static final int LONGEST = 20_000;

    private final boolean keeps;
    /** A connection is one caller's at a time; so are its statements. */
    private final Map<Connection, Map<String, PreparedStatement>> kept = new ConcurrentHashMap<>();

    /** @param keeps whether to keep any */
    KeptStatements(boolean keeps) {
        this.keeps = keeps;
    }

    /** A statement as long as it is used; closed, it is kept if all went well. */
    interface Used extends AutoCloseable {
        PreparedStatement statement();

        /** Nothing has failed, and its rows are let go of. */
        void wentWell();

        @Override
        void close() throws SQLException;
    }

    /** @param pooled a connection of the pool */
    Used use(Connection pooled, String text) throws SQLException {
        if (!keeps || text.length() > LONGEST) {
            return new Once(prepared(pooled, text));
        }
        // The pool would close what it has prepared itself.
        Connection connection = pooled.unwrap(Connection.class);
        Map<String, PreparedStatement> own = of(connection);
        PreparedStatement known = own.remove(text);
        return new Again(own, text, known == null ? prepared(connection, text) : known);
    }

    private Map<String, PreparedStatement> of(Connection connection) {
        Map<String, PreparedStatement> own = kept.get(connection);
        if (own == null) {
            // A new one stands for one that is gone, and whose statements are gone with it.
            kept.keySet().removeIf(KeptStatements::isGone);
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

    private static PreparedStatement prepared(Connection connection, String text) throws SQLException {
        return connection.prepareStatement(text, ResultSet.TYPE_FORWARD_ONLY, ResultSet.CONCUR_READ_ONLY);
    }

    private record Once(PreparedStatement statement) implements Used {
        @Override
        public void wentWell() {
            // It is closed either way.
        }

        @Override
        public void close() throws SQLException {
            statement.close();
        }
    }

    private static final class Again implements Used {
        private final Map<String, PreparedStatement> own;
        private final String text;
        private final PreparedStatement statement;
        private boolean wentWell;

        Again(Map<String, PreparedStatement> own, String text, PreparedStatement statement) {
            this.own = own;
            this.text = text;
            this.statement = statement;
        }

        @Override
        public PreparedStatement statement() {
            return statement;
        }

        @Override
        public void wentWell() {
            wentWell = true;
        }

        @Override
        public void close() throws SQLException {
            if (!wentWell) {
                statement.close();
                return;
            }
            statement.clearParameters();
            own.put(text, statement);
            Optional<String> oldest = own.keySet().stream().findFirst().filter(first -> own.size() > MOST);
            if (oldest.isPresent()) {
                own.remove(oldest.get()).close();
            }
        }
    }
}
