package plainsieve.server.results.downloads;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.sources.Column;

/** Text around the size of the encoding buffer: complete and in its column. */
class CsvRowsTest {
    @ParameterizedTest
    @ValueSource(ints = {4_094, 4_095, 4_096, 4_097, 100_000})
    void keepsLongTextInItsColumn(int ships) throws IOException {
        String plain = "🚢".repeat(ships);
        String quoted = "é\"".repeat(ships);
        ByteArrayOutputStream file = new ByteArrayOutputStream();
        CsvRows rows = new CsvRows(file, new FileHeader("", "", List.of(), "", false, Map.of()), true);
        rows.columns(List.of(
                new Column("one", "text", Column.Kind.TEXT),
                new Column("two", "text", Column.Kind.TEXT),
                new Column("three", "integer", Column.Kind.INTEGER)));
        rows.row(new Object[] {plain, quoted, 1L});
        rows.row(new Object[] {"a", "=" + plain, null});
        rows.close();
        assertThat(file.toString(StandardCharsets.UTF_8))
                .isEqualTo("one,two,three\r\n%s,\"%s\",1\r\na,'=%s,\r\n"
                        .formatted(plain, quoted.replace("\"", "\"\""), plain));
    }
}
