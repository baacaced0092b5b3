package plainsieve.core.rewrite;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.rewrite.filter.AddedFilter;
import plainsieve.core.rewrite.filter.FilterPlacement.Where;

/** Columns that are qualified in one place and unqualified in another. */
class ColumnEqualityTest {
    private static Where placed(String dialect, String query) {
        return PreparedQuery.of(query, Dialects.of(dialect))
                .with(List.of(AddedFilter.anyOf("port", "f")))
                .filterPlacements()
                .get(0)
                .where();
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            postgresql ; select s.port, count(*) from ship s group by port
            postgresql ; select port, count(*) from ship s group by s.port
            mariadb    ; select S.Port, count(*) from ship s group by s.port
            postgresql ; select a.port, rank() over (partition by port order by b.id) from a join b on a.id = b.id
            postgresql ; select port, rank() over (partition by a.port order by b.id) from a join b on a.id = b.id
            postgresql ; select a.*, rank() over (partition by a.port order by b.id) from a join b on a.id = b.id
            postgresql ; select a.*, rank() over (partition by port order by b.id) from a join b on a.id = b.id
            postgresql ; select *, rank() over (partition by a.port order by id) from a
            postgresql ; select *, rank() over (partition by "port" order by id) from a
            mariadb    ; select *, rank() over (partition by PORT order by id) from a
            """)
    void goesInsideThroughTheSameColumn(String dialect, String query) {
        assertThat(placed(dialect, query)).isEqualTo(Where.WHERE);
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            mariadb    ; select a.port, count(*) from a right join b using (port) group by port       ; AROUND
            mariadb    ; select port, count(*) from a natural right join b group by a.port             ; HAVING
            postgresql ; select a.port, count(*) from a join b on a.id = b.id group by b.port          ; HAVING
            postgresql ; select a.port, rank() over (partition by b.port order by id) from a join b on true ; AROUND
            postgresql ; select a.port, rank() over (partition by port) from a left join b using (port) ; AROUND
            postgresql ; select a.*, rank() over (partition by b.port order by b.id) from a join b on true ; AROUND
            postgresql ; select *, rank() over (partition by b.port order by b.id) from a join b using (port) ; AROUND
            postgresql ; select *, rank() over (partition by port) from a natural join b               ; AROUND
            postgresql ; select *, rank() over (partition by b.port) from a join b on true             ; AROUND
            postgresql ; select *, rank() over (partition by "Port" order by id) from a                ; AROUND
            postgresql ; select *, rank() over (partition by lower(port) order by id) from a           ; AROUND
            postgresql ; select port, rank() over (partition by "Port" order by id) from a             ; AROUND
            """)
    void doesNotGoInsideThroughAColumnOfTheSameName(String dialect, String query, Where where) {
        assertThat(placed(dialect, query)).isEqualTo(where);
    }
}
