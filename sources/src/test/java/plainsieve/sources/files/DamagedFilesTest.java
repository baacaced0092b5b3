package plainsieve.sources.files;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** One damaged file of a folder is reported, and every other table of the folder can be queried. */
class DamagedFilesTest {
    private static final int CASES = 20;

    @TempDir
    Path base;

    private FolderFixture files;

    @BeforeEach
    void open() throws IOException {
        files = new FolderFixture(base);
        files.write("good.csv", "a\n1\n2\n");
    }

    @AfterEach
    void close() {
        files.close();
    }

    private void requireGoodTable(String damage) {
        assertThat(files.rows("select sum(a) from good")).as(damage).containsExactly("3");
        assertThat(files.catalogue().tables()).as(damage).anyMatch(table -> table.name()
                .equals("good"));
    }

    private byte[] parquet() throws IOException, SQLException {
        Path file = base.resolve("made.parquet");
        try (Connection engine = DriverManager.getConnection("jdbc:duckdb:")) {
            engine.createStatement()
                    .execute(
                            "copy (select range as a, 'text ' || range as b, {'c': range} as d from range(2000)) to '%s'"
                                    .formatted(file));
        }
        return Files.readAllBytes(file);
    }

    /** Bytes of the footer, its length, and pages of rows; the magic numbers at both ends stay. */
    @Test
    void damagedParquetFileHidesNoOtherTable() throws Exception {
        byte[] whole = parquet();
        Random random = new Random(48);
        List<String> unreported = new ArrayList<>();
        for (int i = 0; i < CASES; i++) {
            byte[] damaged = whole.clone();
            int from = i % 4 == 0 ? 4 : damaged.length - 8 - (i % 2 == 0 ? 4 : 400);
            int count = 1 + random.nextInt(12);
            for (int k = 0; k < count; k++) {
                damaged[from + random.nextInt(damaged.length - 4 - from)] = (byte) random.nextInt(256);
            }
            Files.write(files.folder().resolve("bad.parquet"), damaged);
            requireGoodTable("case " + i);
            if (files.catalogue().tables().stream()
                    .noneMatch(table -> table.name().equals("bad"))) {
                unreported.add("case " + i);
            }
        }
        assertThat(unreported).isEmpty();
    }

    @Test
    void truncatedParquetFileHidesNoOtherTable() throws Exception {
        byte[] whole = parquet();
        for (int length : List.of(0, 1, 4, 8, 12, 100, whole.length / 2, whole.length - 1)) {
            Files.write(files.folder().resolve("bad.parquet"), java.util.Arrays.copyOf(whole, length));
            requireGoodTable("cut at " + length);
        }
    }
}
