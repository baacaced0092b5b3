package plainsieve.core.rewrite;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Selected values of a column with fewer digits than comparisons use are cast to its type; nothing else changes. */
class ColumnTypeCastTest {
    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            select depth as x from ports                               ; select depth as x from ports where depth in (cast(:f as float))
            select p.depth as x from ports p where p.name = 'a'        ; select p.depth as x from ports p where p.name = 'a' and p.depth in (cast(:f as float))
            select x from (select depth as x from ports) d             ; select x from (select depth as x from ports where depth in (cast(:f as float))) d
            select depth as x, count(*) as n from ports group by depth ; select depth as x, count(*) as n from ports where depth in (cast(:f as float)) group by depth
            """)
    void comparesNumbersInTheColumnType(String query, String filtered) {
        assertThat(KnownTables.filtered("mariadb", query, "x")).isEqualTo(filtered);
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            select depth as x from ports limit 5
            select x from (select depth as x from ports limit 5) d limit 3
            """)
    void comparesNumbersInTheColumnTypeWhenWrapped(String query) {
        assertThat(KnownTables.filtered("mariadb", query, "x"))
                .startsWith("select * from (\n" + query)
                .endsWith("where `x` in (cast(:f as float))");
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            postgresql ; select depth as x from ports
            duckdb     ; select depth as x from ports
            mariadb    ; select port_id as x from ports
            mariadb    ; select depth * 2 as x from ports
            mariadb    ; select depth as x from harbours
            mariadb    ; with ports as (select 1.5 as depth) select depth as x from ports
            """)
    void leavesOtherColumnsUnchanged(String dialect, String query) {
        assertThat(KnownTables.filtered(dialect, query, "x")).doesNotContain("cast(");
    }
}
