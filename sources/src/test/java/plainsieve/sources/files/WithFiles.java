package plainsieve.sources.files;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.io.TempDir;

/** Tests with a folder of files each. */
abstract class WithFiles {
    @TempDir
    Path base;

    FolderFixture files;

    @BeforeEach
    void open() throws IOException {
        files = new FolderFixture(base);
    }

    @AfterEach
    void close() {
        files.close();
    }

    /** Writes the rows of a SELECT as a Parquet file. @param name in the folder */
    final Path parquet(String sql, String name) throws IOException, SQLException {
        Path file = files.folder().resolve(name);
        Files.createDirectories(file.getParent());
        try (Connection connection = DriverManager.getConnection("jdbc:duckdb:");
                Statement statement = connection.createStatement()) {
            statement.execute("copy (" + sql + ") to '" + file + "' (format parquet)");
        }
        return file;
    }
}
