package plainsieve.core.steps.convert;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.steps.compile.FerryTables;
import plainsieve.core.steps.compile.StepsAnalysis;
import plainsieve.core.value.ProblemException;

/** SQL that converts to steps, and SQL that does not. */
class SqlToStepsTest {
    private static String steps(String sql) {
        return SqlToSteps.asSteps(sql, Dialects.of("postgresql"), FerryTables.all());
    }

    private static String[] lines(String sql) {
        return steps(sql).replaceFirst("steps 1\n", "").split("\n");
    }

    @Test
    void convertsJoinsConditionsGroupsOrderAndLimit() {
        assertThat(lines("""
                        select p.name as harbour, count(*) as sailings, avg(c.delay_min) as delay
                        from crossings c -- the great table
                        left join ports p on p.port_id = c.port_id
                        where c.state <> 'CANCELLED' and (p.island in (:island) or c.delay_min is null)
                          and c.departed_at >= :from and c.departed_at < :to + interval '1 day'
                        group by p.name
                        having count(*) > 10
                        order by sailings desc
                        limit :rows;
                        """))
                .containsExactly(
                        "from crossings",
                        "where state <> 'CANCELLED'",
                        "where departed_at >= :from",
                        "where departed_at is on or before :to",
                        "join ports on port_id, adding name, island; keep all rows",
                        "where island in (:island) or delay_min has no value",
                        "group by name as harbour: count of rows as sailings, average of delay_min as delay",
                        "where sailings > 10",
                        "first :rows rows by sailings desc");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '@', textBlock = """
            select * from ports @ from ports
            select distinct island from ports @ from ports;columns island;distinct rows
            select name, port_id from ports order by port_id limit 5 @ from ports;columns name, port_id;first 5 rows by port_id
            select name as island, island as name from ports where name = 'x' @ from ports;where name = 'x';columns name as island, island as name
            select name from ports where not (island like 'S%' and name not like '%x%') @ from ports;where not (island starts with 'S' and name does not contain 'x');columns name
            select name from ports where port_id not in (1, -2) and name between 'a' and :b @ from ports;where port_id not in (1, -2);where name between 'a' and :b;columns name
            select port_id * (2 + port_id) as n, port_id as m from ports @ from ports;add column n = port_id * (2 + port_id);columns n, port_id as m
            select case when island = 'x' then 'a' else lower(name) end as k from ports @ from ports;add column k = if island = 'x' then 'a' else lower case of name;columns k
            select sum(delay_min) - sum(passengers) as d from crossings @ from crossings;aggregate all rows: sum of delay_min as figure_1, sum of passengers as figure_2;add column d = figure_1 - figure_2;columns d
            select name || ', ' || island as label from ports @ from ports;add column label = (name & ', ') & island;columns label
            select coalesce(name, 'none') as n from ports order by 1 @ from ports;add column n = coalesce(name, 'none');columns n;sort by n
            select case when state = 'x' then true else false end as b, null as n from crossings @ from crossings;add column b = if state = 'x' then true else false;add column n = no value;columns b, n
            select name from ports where port_id > -3.5 @ from ports;where port_id > -3.5;columns name
            select state from crossings where departed_at >= date '2026-03-01' @ from crossings;where departed_at >= 2026-03-01;columns state
            select state from crossings where departed_at >= timestamp '2026-03-01 08:00:00' @ from crossings;where departed_at >= 2026-03-01T08:00;columns state
            select state from crossings where departed_at < current_date @ from crossings;where departed_at < today;columns state
            select upper(name) as u from ports @ from ports;add column u = upper case of name;columns u
            select p.name from ports p join crossings c using (port_id) where c.state = 'x' @ from ports;join crossings on port_id, adding state; keep only matching rows;where state = 'x';columns name
            """)
    void convertsEachClause(String sql, String steps) {
        assertThat(lines(sql)).containsExactly(steps.split(";(?! )"));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "select name, 1 / port_id as x from ports",
                "select name from ports where island = null",
                "select name from ports where name like 'a_c'",
                "select name from ports where name like :pattern",
                "select name from ports union select name from vessels",
                "with p as (select * from ports) select * from p",
                "select name from ports where port_id in (select port_id from crossings)",
                "select name, row_number() over (order by name) as n from ports",
                "select * from ports p, crossings c",
                "select name from ports p right join crossings c on c.port_id = p.port_id",
                "select name from ports order by name desc",
                "select name, count(*) from ports group by name",
                "select name, count(*) as n from ports group by island",
                "select count(*) filter (where island = 'x') as n from ports",
                "select state, sum(distinct delay_min) as n from crossings group by state",
                "select departed_at - interval '7 days' as d from crossings",
                "select extract(year from departed_at) as y from crossings",
                "select departed_at::date as d from crossings",
                "select state from crossings where departed_at < :to + interval '2 days'",
                "select state from crossings where departed_at >= date 'soon'",
                "select name from ports where port_id > 1e3",
                "select name from ports where name = E'a\\\\b'",
                "select substring(name, 1, 2) as s from ports",
                "select lower(name, island) as s from ports",
                "select name from ports where port_id > - name",
                "select distinct on (state) state from crossings",
                "select name from ports limit 10 offset 5",
                "select name from ports for update",
                "select nme from ports",
                "update ports set name = 'x'",
                ""
            })
    void rejectsWhatIsNotEquivalent(String sql) {
        assertThatExceptionOfType(ProblemException.class)
                .isThrownBy(() -> steps(sql))
                .satisfies(e -> assertThat(e.first().kind().word()).isEqualTo("not-convertible"));
    }

    @Test
    void sortsOnlyWhereNullsSortTheSame() {
        assertThat(lines("select name from ports order by name desc nulls last"))
                .contains("sort by name desc");
        assertThat(lines("select name from ports order by name")).contains("sort by name");
        assertThatExceptionOfType(ProblemException.class)
                .isThrownBy(() -> SqlToSteps.asSteps(
                        "select name from ports order by name", Dialects.of("mariadb"), FerryTables.all()))
                .withMessageContaining("without a value");
    }

    @Test
    void followsTheNameRulesOfTheDatabase() {
        assertThat(lines("select P.Name as Harbour, \"island\" as \"The Island\" from Ports P"))
                .containsExactly("from ports", "columns name as harbour, island as \"The Island\"");
    }

    @Test
    void roundTripsToTheSameSql() {
        String sql =
                "select state, count(*) as n\nfrom crossings\nwhere delay_min > 3\ngroup by state\norder by n desc\nlimit 3";
        assertThat(StepsAnalysis.of(steps(sql), Dialects.of("postgresql"), FerryTables.all())
                        .statement()
                        .sql())
                .isEqualTo(sql);
    }

    @Test
    void requiresASourceForColumns() {
        assertThat(SqlToSteps.asSteps(
                        "select * from ports where island = :i", Dialects.of("sqlite"), FerryTables.unknown()))
                .isEqualTo("steps 1\nfrom ports\nwhere island = :i");
        assertThatExceptionOfType(ProblemException.class)
                .isThrownBy(() -> SqlToSteps.asSteps(
                        "select name from ports p join crossings c on c.port_id = p.port_id",
                        Dialects.of("sqlite"),
                        FerryTables.unknown()));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '@', textBlock = """
            postgresql @ departed_at < :to + interval '1 day'
            mariadb    @ departed_at < :to + interval 1 day
            mariadb    @ departed_at < :to + interval '1' day
            sqlite     @ departed_at < date(:to, '+1 day')
            """)
    void convertsAWholeLastDayInEachDialect(String dialect, String condition) {
        String sql = "select state from crossings where departed_at >= :from and " + condition;
        assertThat(SqlToSteps.asSteps(sql, Dialects.of(dialect), FerryTables.all()))
                .contains("departed_at is on or before :to");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '@', textBlock = """
            mariadb    @ departed_at < :to + interval 2 day
            mariadb    @ departed_at < :to + interval '1' month
            sqlite     @ departed_at < date(:to, '+2 days')
            sqlite     @ departed_at < date(:to)
            """)
    void rejectsOtherIntervals(String dialect, String condition) {
        assertThatExceptionOfType(ProblemException.class)
                .isThrownBy(() -> SqlToSteps.asSteps(
                        "select state from crossings where " + condition, Dialects.of(dialect), FerryTables.all()));
    }
}
