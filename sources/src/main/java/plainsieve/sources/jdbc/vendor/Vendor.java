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

/** What differs between drivers: connecting read-only, binding arrays, telling failures apart. One small class each. */
public interface Vendor {
    /** From so many rows on it pays to find out how they are best handed over. */
    int MANY_ROWS = 100;

    /** Fills in address, credentials and everything that makes connections read-only. */
    void configure(HikariConfig config);

    /** The statement's text as this driver wants it. */
    default String jdbcText(plainsieve.core.statement.Statement statement) {
        return statement.text();
    }

    /** Whether preparing a text that was prepared before costs as much again, and what it represents does not change meanwhile. */
    default boolean reparsesTexts() {
        return false;
    }

    /** Prepares a text, for rows that are read once from the first to the last. */
    default PreparedStatement prepared(Connection connection, String text) throws SQLException {
        return connection.prepareStatement(text, ResultSet.TYPE_FORWARD_ONLY, ResultSet.CONCUR_READ_ONLY);
    }

    /** Prepares a statement the way its rows are read with the least work. @param text the statement's, as the driver wants it */
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

    /** Binds the values and begins to read. */
    default ResultSet run(
            Connection connection, PreparedStatement prepared, plainsieve.core.statement.Statement statement)
            throws SQLException {
        int index = 1;
        for (BoundValue value : statement.values()) {
            bind(connection, prepared, index++, value.bound());
        }
        return prepared.executeQuery();
    }

    /** Ends the transaction and undoes what a statement left in its session, whether it ended well or not. */
    default void tidy(Connection connection, plainsieve.core.statement.Statement statement) throws SQLException {
        if (!connection.getAutoCommit()) {
            connection.rollback();
        }
    }

    /** Whether a statement may leave what cannot be undone, so that its session must not be used again. */
    default boolean leavesTraces(plainsieve.core.statement.Statement statement) {
        return false;
    }

    /** How functions are looked up that the engine has on no list. */
    default FunctionCatalog functionCatalog() {
        return FunctionCatalog.silent(false);
    }

    /** How the tables and columns of the source are asked for. */
    default TableMetadataReader tables(Connection connection) throws SQLException {
        return new TableMetadataReader.OfDriver(connection);
    }

    /** Makes sure that a new connection reaches its database, for drivers that connect only when they are asked something. */
    default void reach(Connection connection) throws SQLException {
        // A driver that connects at once has reached it.
    }

    /** By which collations text columns compare, where columns have their own. */
    default TableCollations collations(Connection connection) throws SQLException {
        return TableCollations.unknown();
    }

    /** How to ask for what drivers tell only table by table. */
    CatalogDetails.Questions details();

    /** The columns of an answer. The rows precede the first one. */
    default List<Column> columns(ResultSet rows) throws SQLException {
        ResultSetMetaData meta = rows.getMetaData();
        List<Column> columns = new ArrayList<>();
        for (int i = 1; i <= meta.getColumnCount(); i++) {
            String type = meta.getColumnTypeName(i);
            columns.add(new Column(meta.getColumnLabel(i), type, kind(type, meta.getColumnType(i))));
        }
        return columns;
    }

    /** What a column of a table or an answer is good for. */
    default Column.Kind kind(String typeName, int sqlType) {
        return JdbcValues.kind(sqlType);
    }

    /** How the values of a column of an answer are read. */
    default CellReader reader(Column column) {
        return ColumnReading.of(column);
    }

    /** What the database has read of its tables for these rows, where it tells that with them. */
    default Optional<RunSummary.RowsRead> readFor(ResultSet rows) throws SQLException {
        return Optional.empty();
    }

    /** How long a statement may go on after it was cancelled, before its connection is broken. */
    default Duration grace() {
        return Duration.ofSeconds(1);
    }

    boolean isStopped(SQLException failure);

    boolean isUnreachable(SQLException failure);

    /** Whether the engine says that it cannot go on, so that every connection to it has to be opened again. */
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

    /** Whether it takes no further connection now. */
    default boolean isFull(SQLException failure) {
        return false;
    }

    /** Whether its engine, which runs here, has no memory left for it. */
    default boolean lacksMemory(SQLException failure) {
        return false;
    }

    /** Where in the statement a failure lies, from 0, if the database tells. */
    default OptionalInt position(SQLException failure, plainsieve.core.statement.Statement statement) {
        return OptionalInt.empty();
    }

    /** The driver's message without its noise, one line. */
    default String message(SQLException failure) {
        String message = failure.getMessage() == null ? "no message" : failure.getMessage();
        return message.lines().findFirst().orElse("no message").strip();
    }
}
