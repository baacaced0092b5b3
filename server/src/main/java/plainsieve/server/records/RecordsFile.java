package plainsieve.server.records;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Arrays;
import java.util.Properties;
import org.sqlite.JDBC;

/** The database file of the records. Checked before it is opened, so that a foreign file is rejected and not changed. */
public final class RecordsFile {
    /** "PSIV" in SQLite's application id. */
    static final int APPLICATION_ID = 1347635542;

    /** The newest migration of this program, as stored in {@code pragma user_version}. */
    static final int LATEST_VERSION = 1;

    private static final byte[] SQLITE_MARK = "SQLite format 3\0".getBytes(StandardCharsets.US_ASCII);

    private RecordsFile() {}

    /** Throws {@link IncompatibleDatabaseException} for a foreign or newer file; creates a backup before a migration. */
    public static void check(Path file) throws IOException {
        Files.createDirectories(file.toAbsolutePath().getParent());
        if (!Files.exists(file) || Files.size(file) == 0) {
            return;
        }
        if (!hasSqliteMark(file)) {
            throw new IncompatibleDatabaseException(
                    "%s is not a Plain Sieve file. It was left as it is. Move it away, or choose another folder with plainsieve.data-folder."
                            .formatted(file));
        }
        try (Connection connection =
                new JDBC().connect("jdbc:sqlite:" + file + "?busy_timeout=5000", new Properties())) {
            checkMarks(file, connection);
        } catch (SQLException e) {
            throw new IncompatibleDatabaseException(
                    "%s cannot be read: %s. It was not changed.".formatted(file, e.getMessage()));
        }
    }

    private static void checkMarks(Path file, Connection connection) throws SQLException, IOException {
        int application = pragma(connection, "pragma application_id");
        int version = pragma(connection, "pragma user_version");
        boolean empty = pragma(connection, "select count(*) from sqlite_master") == 0;
        if (application != APPLICATION_ID && !empty) {
            throw new IncompatibleDatabaseException(
                    "%s is a database of another program. It was not changed. Move it away, or choose another folder with plainsieve.data-folder."
                            .formatted(file));
        }
        if (version > LATEST_VERSION) {
            throw new IncompatibleDatabaseException(
                    "%s was written by another version of Plain Sieve (schema version %d; this version supports up to %d). It was not changed. Start the version that wrote it, or choose another folder with plainsieve.data-folder."
                            .formatted(file, version, LATEST_VERSION));
        }
        if (!empty && version < LATEST_VERSION) {
            backUp(file, version, connection);
        }
    }

    /** A failed migration can be undone by restoring the backup. */
    private static void backUp(Path file, int version, Connection connection) throws SQLException, IOException {
        try (Statement statement = connection.createStatement()) {
            statement.execute("pragma wal_checkpoint(truncate)");
        }
        Files.copy(
                file,
                file.resolveSibling(file.getFileName() + ".version-" + version),
                StandardCopyOption.REPLACE_EXISTING);
    }

    private static boolean hasSqliteMark(Path file) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            return Arrays.equals(in.readNBytes(SQLITE_MARK.length), SQLITE_MARK);
        }
    }

    private static int pragma(Connection connection, String text) throws SQLException {
        try (Statement statement = connection.createStatement();
                ResultSet found = statement.executeQuery(text)) {
            return found.next() ? found.getInt(1) : 0;
        }
    }
}
