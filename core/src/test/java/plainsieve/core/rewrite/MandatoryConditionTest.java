package plainsieve.core.rewrite;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.dialect.Dialects;

/** Whether a query provably returns no row that fails a parameterized condition. */
class MandatoryConditionTest {
    private static boolean narrowed(String text) {
        return MandatoryCondition.narrowedBy(PreparedQuery.of(text, Dialects.of("postgresql")), "island");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            select * from t where island = :island
            select * from t where island in (:island) and y > 1
            select * from t where (:island is null or island = :island)
            select * from t where y = 1 and (island = :island)
            select * from t where island = :island or other = :island
            select * from t where island like concat(:island, '%')
            select count(*) from t where island in (:island) group by x
            select * from t join p on p.id = t.p and p.island = :island
            select * from t where p in (select id from p where island = :island)
            with p as (select * from ports where island in (:island)) select * from t join p on p.id = t.p
            with p as (select * from ports where island in (:island)), q as (select * from p) select * from "q"
            select * from (select * from ports where island in (:island)) p left join t on p.id = t.p
            select x from t where island = :island union all select y from u where island in (:island)
            select x from t where island = :island except select y from u
            select island, sum(x) from t group by island having island = :island
            select * from t where valid >= :island
            """)
    void isProven(String text) {
        assertThat(narrowed(text)).as(text).isTrue();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            select * from t
            select * from t where island <> :island
            select * from t where island not in (:island)
            select * from t where not island = :island
            select * from t where island = :island or y = 1
            select * from t where island in (:island, 'Ardlow')
            select :island, x from t
            select case when island = :island then x end from t
            select * from t where y = 1 order by case when island = :island then 0 else 1 end
            select * from t left join p on p.id = t.p and p.island = :island
            select * from t left join (select * from ports where island in (:island)) p on p.id = t.p
            select x from t where island = :island union all select y from u
            select y from u except select x from t where island = :island
            select * from t where not exists (select 1 from p where p.island = :island)
            select * from t where p not in (select id from p where island = :island)
            with p as (select * from ports where island in (:island)) select * from t
            with p as (select * from ports where island in (:island)) select * from t, s.p
            select count(*) filter (where island = :island) from t
            select *, (select max(x) from u where island = :island) from t
            select * from t where other = :port
            select * from t where exists (select 1 from p where p.island = :island)
            select * from t where exists (select 1 from p where p.id = t.p and p.island in (:island))
            select * from t where island not like concat(:island, '%')
            select * from t where island not between :island and 'z'
            select * from t where island is distinct from :island
            select * from t where (island = :island) is not true
            select * from t where island in (:island) is not true
            select * from t where island = :island is false
            select * from t where island >= :island is not true
            select * from t where island between :island and :island is unknown
            """)
    void isNotProven(String text) {
        assertThat(narrowed(text)).as(text).isFalse();
    }
}
