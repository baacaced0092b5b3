package plainsieve.sources.jdbc.vendor;

import com.zaxxer.hikari.HikariConfig;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.ResultSetMetaData;
import java.sql.SQLException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import plainsieve.core.statement.BoundValue;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.sources.Column;
import plainsieve.sources.RunSummary;

/** The differences between drivers: read-only connections, array binding, error classification. One small class each. */
public interface Vendor {
    /** From so many rows on it pays to find out how they are best handed over. */
    int MANY_ROWS = 100;

    /** Sets address, credentials and everything that makes connections read-only. */
    void configure(HikariConfig config);

    /** The statement's text as this driver wants it. */
    default String jdbcText(plainsieve.core.statement.Statement statement) {
        return statement.text();
    }

    /** Whether preparing a text again costs as much as the first time, and the prepared form stays valid. */
    default boolean reparsesTexts() {
        return false;
    }

    /** Prepares a text, for rows that are read once from the first to the last. */
    default PreparedStatement prepared(Connection connection, String text) throws SQLException {
        return connection.prepareStatement(text, ResultSet.TYPE_FORWARD_ONLY, ResultSet.CONCUR_READ_ONLY);
    }

    /** Prepares a statement in the form whose rows are cheapest to read. @param text in the driver's notation */
    default PreparedExecution prepare(Connection connection, plainsieve.core.statement.Statement statement, String text)
            throws SQLException {
        return PreparedExecution.asWritten(prepared(connection, text));
    }

    void prepareForStreaming(Connection connection, PreparedStatement statement) throws SQLException;

    /** Binds one value; arrays only where the dialect uses them. */
    default void bind(
            Connection connection, PreparedStatement statement, int index, PlaceholderBinding placeholderBinding)
            throws SQLException {
        JdbcValues.bind(statement, index, placeholderBinding);
    }

    /** Binds the values and executes the statement. */
    default ResultSet run(
            Connection connection, PreparedStatement prepared, plainsieve.core.statement.Statement statement)
            throws SQLException {
        int index = 1;
        for (BoundValue value : statement.values()) {
            bind(connection, prepared, index++, value.bound());
        }
        return prepared.executeQuery();
    }

    /** Ends the transaction and resets the session after success or failure. */
    default void tidy(Connection connection, plainsieve.core.statement.Statement statement) throws SQLException {
        if (!connection.getAutoCommit()) {
            connection.rollback();
        }
    }

    /** Whether a statement may have irreversible effects on its session, which must not be reused then. */
    default boolean leavesTraces(plainsieve.core.statement.Statement statement) {
        return false;
    }

    /** How functions that are not on the engine's lists are looked up. */
    default FunctionCatalog functionCatalog() {
        return FunctionCatalog.silent(false);
    }

    /** Reads the tables and columns of the source. */
    default TableMetadataReader tables(Connection connection) throws SQLException {
        return new TableMetadataReader.OfDriver(connection);
    }

    /** Verifies a new connection, for drivers that connect lazily. */
    default void verify(Connection connection) throws SQLException {
        // A driver that connects at once has reached it.
    }

    /** By which collations text columns compare, where columns have their own. */
    default TableCollations collations(Connection connection) throws SQLException {
        return TableCollations.unknown();
    }

    /** Queries for metadata that drivers load table by table. */
    CatalogDetails.Questions details();

    /** The columns of a result before its first row. */
    default List<Column> columns(ResultSet rows) throws SQLException {
        ResultSetMetaData meta = rows.getMetaData();
        List<Column> columns = new ArrayList<>();
        for (int i = 1; i <= meta.getColumnCount(); i++) {
            String type = meta.getColumnTypeName(i);
            columns.add(new Column(meta.getColumnLabel(i), type, kind(type, meta.getColumnType(i))));
        }
        return columns;
    }

    /** The kind of a column. */
    default Column.Kind kind(String typeName, int sqlType) {
        return JdbcValues.kind(sqlType);
    }

    /** How the values of a column of an answer are read. */
    default CellReader reader(Column column) {
        return ColumnReading.of(column);
    }

    /** What the database has read for these rows, if it reports that. */
    default Optional<RunSummary.RowsRead> readFor(ResultSet rows) throws SQLException {
        return Optional.empty();
    }

    /** How long a statement may go on after it was cancelled, before its connection is broken. */
    default Duration grace() {
        return Duration.ofSeconds(1);
    }

    boolean isStopped(SQLException failure);

    boolean isUnreachable(SQLException failure);

    /** Whether the engine is unusable, so that every connection has to be reopened. */
    default boolean isBroken(SQLException failure) {
        return false;
    }

    /** Whether it rejects the user with this password: class 28 of the SQL standard. */
    default boolean refusesUser(SQLException failure) {
        return failure.getSQLState() != null && failure.getSQLState().startsWith("28");
    }

    /** Whether there is no database of this name: class 3D of the SQL standard. */
    default boolean missesDatabase(SQLException failure) {
        return failure.getSQLState() != null && failure.getSQLState().startsWith("3D");
    }

    /** Whether it rejects further connections at the moment. */
    default boolean isFull(SQLException failure) {
        return false;
    }

    /** Whether the embedded engine is out of memory. */
    default boolean lacksMemory(SQLException failure) {
        return false;
    }

    /** The position of an error in the statement, from 0, if reported. */
    default OptionalInt position(SQLException failure, plainsieve.core.statement.Statement statement) {
        return OptionalInt.empty();
    }

    /** The driver's message without noise, one line. */
    default String message(SQLException failure) {
        String message = failure.getMessage() == null ? "no message" : failure.getMessage();
        return message.lines().findFirst().orElse("no message").strip();
    }
}
