package plainsieve.server.editing.refactoring;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.List;
import org.junit.jupiter.api.Test;
import plainsieve.sources.Column;

/** A digest of rows that is equal for the same rows in any order, and different otherwise. */
class RowsDigestTest {
    private static RowsDigest of(Object[]... rows) {
        RowsDigest digest = new RowsDigest();
        digest.columns(List.of(new Column("x", "text", Column.Kind.TEXT)));
        List.of(rows).forEach(digest::row);
        return digest;
    }

    private static Object[] row(Object... cells) {
        return cells;
    }

    @Test
    void isIndependentOfOrder() {
        assertThat(of(row("a"), row("b"), row("a")).isAs(of(row("b"), row("a"), row("a"))))
                .isTrue();
        assertThat(of(row(1L)).isAs(of(row(new BigDecimal("1.00"))))).isTrue();
    }

    @Test
    void distinguishesDifferentRows() {
        assertThat(of(row("a"), row("a")).isAs(of(row("a")))).isFalse();
        assertThat(of(row("a"), row("a"), row("b")).isAs(of(row("a"), row("b"), row("b"))))
                .isFalse();
        assertThat(of(row((Object) null)).isAs(of(row("")))).isFalse();
        assertThat(of(row((Object) null)).isAs(of(row("\0")))).isFalse();
        assertThat(of(row("ab", "c")).isAs(of(row("a", "bc")))).isFalse();
    }
}
