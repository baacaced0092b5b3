package plainsieve.core.rewrite;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Columns of a FROM item as described by the source. */
class ItemColumnsTest {
    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            mariadb    ; month ; select date_format(day, '%Y-%m') as month, count(*) from crossings group by month ; from crossings where date_format(day, '%Y-%m') in (:f) group by
            sqlite     ; name  ; select c.*, p.* from crossings c join ports p on p.port_id = c.port_id ; where p.`name` in (:f)
            postgresql ; name  ; select name from crossings c join (select port_id, name from ports) p using (port_id) ; (select port_id, name from ports where name in (:f)) p
            postgresql ; delay ; with c as (select id, delay from crossings) select delay from c cross join ports ; from crossings where delay in (:f))
            postgresql ; y     ; select y from one.twice a, (select z as y from t) d (y) ; (select z as y from t where z in (:f)) d
            """)
    void tableMetadataLetsFiltersGoInside(String dialect, String column, String query, String written) {
        assertThat(KnownTables.filtered(dialect, query, column)).contains(written);
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            mariadb    ; day     ; select date(at) as day, count(*) from crossings group by day
            mariadb    ; month   ; select month(at) as month, count(*) from crossings, elsewhere group by month
            mariadb    ; month   ; select month(at) as month, count(*) from crossings, f(1) group by month
            mariadb    ; z       ; select y + 1 as z, count(*) from twice group by z
            sqlite     ; rowid   ; select id + 1 as rowid, count(*) from crossings group by rowid
            postgresql ; port_id ; select e.*, c.* from elsewhere e join crossings c on e.port_id = c.port_id
            """)
    void missingMetadataKeepsFiltersOutside(String dialect, String column, String query) {
        assertThat(KnownTables.filtered(dialect, query, column)).startsWith("select * from (\n" + query);
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            postgresql ; select c.*, p.* from crossings c join ports p on p.port_id = c.port_id  ; c."port_id"
            postgresql ; select p.*, c.* from crossings c join ports p on p.port_id = c.port_id  ; p."port_id"
            postgresql ; select * from crossings c join ports p on p.port_id = c.port_id         ; c."port_id"
            postgresql ; select * from ports left join crossings c on c.port_id = ports.port_id  ; ports."port_id"
            postgresql ; select * from crossings c join ports p using (port_id)                  ; "port_id"
            postgresql ; select * from elsewhere e join ports p on true                          ; "port_id"
            """)
    void filtersTheFirstColumnOfItsNameInStars(String dialect, String query, String column) {
        assertThat(KnownTables.filtered(dialect, query, "port_id")).isEqualTo(query + " where " + column + " in (:f)");
    }

    @Test
    void ambiguousNameBelongsToNoTable() {
        String query = "select port_id from crossings join (select port_id from ports) p using (port_id)";
        assertThat(KnownTables.filtered("postgresql", query, "port_id")).isEqualTo(query + " where port_id in (:f)");
    }
}
