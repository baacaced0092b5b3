package plainsieve.sources;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import plainsieve.sources.jdbc.DuckDbWarmUp;

/** The warm-up that loads all of DuckDB: rows with a column of each type and no lasting effect. */
class DuckDbWarmUpTest {
    @Test
    void returnsRowsOfEveryType() {
        Collected collected = new Collected();
        DuckDbWarmUp.run(collected);
        assertThat(collected.columns).extracting(Column::kind).contains(Column.Kind.values());
        assertThat(collected.rows).hasSize(1_000);
        assertThat(collected.rows.get(1))
                .startsWith("Lunna", "2026-03-01T09:06", 1L, 1L, "2026-03-01", 0.5)
                .endsWith("[hull, null]");
    }

    @Test
    void leavesNoFileBehind() throws Exception {
        List<Path> before = here();
        DuckDbWarmUp.run(new Collected());
        assertThat(here()).isEqualTo(before);
    }

    private static List<Path> here() throws IOException {
        try (Stream<Path> files = Files.list(Path.of(""))) {
            return files.sorted().toList();
        }
    }
}
