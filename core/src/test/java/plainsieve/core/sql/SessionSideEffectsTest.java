package plainsieve.core.sql;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.dialect.Dialects;

class SessionSideEffectsTest {
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            postgresql | select pg_advisory_lock(1)
            postgresql | select a from t where a in (select (set_config('x', 'y', false))::int)
            postgresql | select pg_catalog.set_config('x', 'y', false)
            postgresql | select setseed(0.5)
            postgresql | select ours.count(a) from t
            postgresql | select "count"(a) from t
            postgresql | select our_own(a) from t
            postgresql | select * from pg_create_logical_replication_slot('s', 'test_decoding', true)
            mariadb    | select get_lock('a', 1)
            mariadb    | call crossings_of_month(3)
            mariadb    | select last_insert_id(7)
            mariadb    | select a from t join (select ours(1) as b) o on (o.b = t.a)
            postgresql | with q (a, b) as (select ours(1), 2) select * from q
            postgresql | select (1) + ours(1) from t where x between (1) and ours(2)
            """)
    void arePossible(String dialect, String text) {
        assertThat(SessionSideEffects.possible(text, Dialects.of(dialect))).isTrue();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            postgresql | select 'pg_advisory_lock(1)' -- set_config(1)
            postgresql | select count(*), lower(a) from t where a in (select b from u) and (c or d) group by (a), (b)
            postgresql | select distinct on (a) a, random() from t join u using (a) order by (b)
            postgresql | select date_trunc('month', d), sum(x) filter (where x > 1) over (partition by y) from t
            postgresql | select pg_catalog.lower(a), clock_timestamp() from t where not (a = any (array[1]))
            postgresql | select cast(a as varchar(10)), extract(year from d), coalesce(a, b) from t
            postgresql | with recursive q (a, b) as (select 1, 2) select * from (select 1) as r (c) where exists (select 1 from q)
            postgresql | select l.k from t as l join (select id from t) o on (o.id = l.id) where x between (1) and (2)
            postgresql | (select count(*) from t having (count(*) > 1)) union (select 2) union all (values (3)) limit (4)
            mariadb    | select a from t where x in (select v from json_table(cast(? as json), '$[*]' columns (v bigint path '$')) j)
            mariadb    | select date_format(d, '%Y'), if(a, b, c), rand() from t where exists (select 1)
            """)
    void areImpossibleWithKnownFunctions(String dialect, String text) {
        assertThat(SessionSideEffects.possible(text, Dialects.of(dialect))).isFalse();
    }
}
