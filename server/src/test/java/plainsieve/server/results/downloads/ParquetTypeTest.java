package plainsieve.server.results.downloads;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.List;
import org.junit.jupiter.api.Test;
import plainsieve.sources.Column;

/** The type of a Parquet column, derived from its values. */
class ParquetTypeTest {
    private static String of(Column.Kind kind, Object... values) {
        ParquetType type = new ParquetType(kind);
        List.of(values).forEach(type::observe);
        return type.name();
    }

    @Test
    void isTheNarrowestLosslessType() {
        assertThat(of(Column.Kind.INTEGER, 1L, -5L)).isEqualTo("bigint");
        assertThat(of(Column.Kind.INTEGER, 1L, new BigDecimal("9223372036854775808")))
                .isEqualTo("decimal(19, 0)");
        assertThat(of(Column.Kind.DECIMAL, new BigDecimal("0.005"), new BigDecimal("12.5")))
                .isEqualTo("decimal(5, 3)");
        assertThat(of(Column.Kind.DECIMAL, 1.5, 2L)).isEqualTo("double");
        assertThat(of(Column.Kind.DECIMAL, new BigDecimal("1e40"), new BigDecimal("1")))
                .isEqualTo("varchar");
        assertThat(of(Column.Kind.BOOLEAN, true, false)).isEqualTo("boolean");
        assertThat(of(Column.Kind.DATE, "2026-03-01")).isEqualTo("date");
        assertThat(of(Column.Kind.DATETIME, "2026-03-01T10:00", "2026-03-01 10:00:00.5"))
                .isEqualTo("timestamp");
    }

    @Test
    void fallsBackToText() {
        assertThat(of(Column.Kind.DATE, "2026-03-01", "infinity")).isEqualTo("varchar");
        assertThat(of(Column.Kind.DATETIME, "2026-03-01T10:00+02:00")).isEqualTo("varchar");
        assertThat(of(Column.Kind.TEXT, "2026-03-01")).isEqualTo("varchar");
        assertThat(of(Column.Kind.OTHER, 1L, "x")).isEqualTo("varchar");
    }

    @Test
    void usesTheColumnTypeWithoutValues() {
        assertThat(of(Column.Kind.DATE)).isEqualTo("date");
        assertThat(of(Column.Kind.TEXT)).isEqualTo("varchar");
    }
}
