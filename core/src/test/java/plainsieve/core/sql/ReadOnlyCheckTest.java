package plainsieve.core.sql;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.dialect.Dialects;

class ReadOnlyCheckTest {
    private static ReadOnlyCheck.Finding check(String dialect, String text) {
        return new ReadOnlyCheck(Dialects.of(dialect)).check(text);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            duckdb     | call enable_logging('QueryLog')
            duckdb     | (call force_checkpoint())
            duckdb     | pragma database_list
            duckdb     | select write_log('x')
            duckdb     | select 'x'.write_log()
            duckdb     | select "WRITE_LOG"('x')
            duckdb     | select main.write_log('x')
            duckdb     | select write_log /* a comment */ ('x')
            duckdb     | select * from duckdb_logs
            duckdb     | select * from main."DuckDB_Logs"
            duckdb     | select * from query('select 1')
            duckdb     | select * from (select * from read_csv('/etc/passwd'))
            duckdb     | select 1; select 2
            duckdb     | select * from glob('/etc/*')
            duckdb     | with a as (select getenv('HOME') as h) select h from a
            sqlite     | select load_extension('x')
            sqlite     | select * from pragma_journal_mode
            sqlite     | attach 'x' as y
            postgresql | select pg_sleep(10)
            postgresql | select "pg_sleep"(10)
            postgresql | select PG_CATALOG.PG_SLEEP(10)
            postgresql | select U&"pg\\005fsleep"(10)
            postgresql | select 1 from t where a = (select lo_create(0))
            postgresql | select a from t order by set_config('x', 'y', false)
            postgresql | select * from query_to_xml('select 1', true, true, '')
            postgresql | select * from pg_ls_dir('.')
            postgresql | select * from dblink('x', 'y') as t (a int)
            mariadb    | select sleep(10)
            mariadb    | select `sleep`(10)
            mariadb    | select 1 /*! + sleep(10) */
            mariadb    | select benchmark(1000000000, md5('x'))
            mariadb    | select load_file('/etc/passwd')
            mariadb    | call p(sleep(10))
            trino      | select * from table(postgresql.system.query(query => 'select 1'))
            """)
    void rejectsWrites(String dialect, String text) {
        assertThat(check(dialect, text).refused()).as(text).isPresent();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            duckdb     | from crossings select port, count(*) group by all
            duckdb     | (select 1) union all (select 2)
            duckdb     | explain (analyze, format json) with x as (select 1), y as not materialized (select 2) select lower(a) from t
            duckdb     | select * from range(10) r (i), unnest([1, 2]) u (v)
            duckdb     | select list_transform(a, x -> x + 1), a.lower(), random(), uuid() from t
            duckdb     | select 'write_log(1)', "duckdb logs" from t -- write_log(1)
            duckdb     | select * exclude (a) replace (b + 1 as b), columns('c.*') from t where x in (1, 2) and not (y)
            duckdb     | with write_log (a) as (select 1) select a from write_log
            sqlite     | select json_extract(a, '$.b'), random() from t, json_each(t.c) order by abs(x)
            sqlite     | select name from pragma_table_info('t')
            postgresql | select now(), random(), gen_random_uuid(), current_setting('TimeZone'), pg_relation_size('t')
            postgresql | select generate_series(1, 3), date_trunc('day', d) from t where (a, b) in (select c, d from u)
            postgresql | select count(*) filter (where a > 1) over (partition by b) from t
            mariadb    | select rand(), uuid(), date_format(d, '%Y'), if(a, b, c), values(x) from t
            mariadb    | call crossings_of_month(3)
            trino      | select transform(a, x -> x + 1) from t cross join unnest(a) as u (v)
            """)
    void acceptsReads(String dialect, String text) {
        ReadOnlyCheck.Finding finding = check(dialect, text);
        assertThat(finding.refused()).as(text).isEmpty();
        assertThat(finding.unknown()).as(text).isEmpty();
    }

    /** Functions on no list are looked up in the catalog of the database. */
    @ParameterizedTest
    @ValueSource(strings = {"select ours(1)", "select harbour.pg_sleep(1)", "select lower(a), \"Ours\"(2) from t"})
    void defersUnlistedFunctionsToTheCatalog(String text) {
        ReadOnlyCheck.Finding finding = check("postgresql", text);
        assertThat(finding.refused()).isEmpty();
        assertThat(finding.unknown()).hasSize(1);
    }

    @Test
    void acceptsAllowedFunctions() {
        ReadOnlyCheck allowing = new ReadOnlyCheck(Dialects.of("postgresql"), Set.of("pg_sleep", "harbour.tide"));
        assertThat(allowing.check("select pg_sleep(1), harbour.tide(2)").refused())
                .isEmpty();
        assertThat(allowing.check("select pg_sleep(1), harbour.tide(2)").unknown())
                .isEmpty();
        assertThat(allowing.check("select other.tide(2)").unknown()).hasSize(1);
        assertThat(allowing.check("select pg_notify('a', 'b')").refused()).isPresent();
    }

    @Test
    void reportsThePositionOfTheCall() {
        ReadOnlyCheck.Refusal refusal = check("postgresql", "select a, pg_notify('x', 'y') from t")
                .refused()
                .orElseThrow();
        assertThat(refusal.start()).isEqualTo("select a, ".length());
        assertThat(refusal.message()).contains("“pg_notify”");
    }
}
