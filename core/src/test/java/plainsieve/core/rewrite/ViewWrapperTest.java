package plainsieve.core.rewrite;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.parameter.Choices;
import plainsieve.core.rewrite.Measure.Function;
import plainsieve.core.rewrite.filter.AddedFilter;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.ProblemException;

/** The SQL that views add around a query, in each dialect. */
class ViewWrapperTest {
    private static String sent(String dialect, ResultShape shape) {
        return PreparedQuery.of("select port, delay, sailed from t", Dialects.of(dialect))
                .rewrite(new Choices(Map.of(), Map.of()), shape, Statement.NO_CAP)
                .text();
    }

    private static ResultShape by(String key, ResultShape.Order order, Measure measure) {
        return ResultShape.totals(List.of(key), List.of(measure), order);
    }

    private static Measure of(Function function) {
        return new Measure(function, Optional.of("delay"));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            postgresql | week    | cast(date_trunc('week', "sailed") as date)
            duckdb     | quarter | cast(date_trunc('quarter', "sailed") as date)
            postgresql | weekday | cast(extract(isodow from "sailed") as integer)
            mariadb    | hour    | hour(`sailed`)
            mariadb    | week    | date_sub(cast(`sailed` as date), interval weekday(`sailed`) day)
            sqlite     | week    | date(`sailed`, 'weekday 0', '-6 days')
            sqlite     | month   | date(`sailed`, 'start of month')
            """)
    void truncatesTimestampsInTheDatabase(String dialect, String part, String expression) {
        String text = sent(dialect, by("sailed:" + part, ResultShape.Order.KEYS, Measure.countOfRows()));
        assertThat(text)
                .startsWith("select " + expression + " as ")
                .contains("group by " + expression)
                .endsWith("order by " + expression);
    }

    @ParameterizedTest
    @CsvSource({"10, 10.0", "0.5, 0.5", "100, 100.0"})
    void bandIsNamedByItsLowerBound(String width, String written) {
        assertThat(sent("postgresql", by("delay:" + width, ResultShape.Order.KEYS, Measure.countOfRows())))
                .contains("group by floor(\"delay\" / %s) * %s".formatted(written, width));
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"port", "a:1", "due:day", "a:1:value", "x:value", ":value", ":10", "a:", "a:0", "a:month:2"})
    void columnNamedLikeABandKeepsItsName(String column) {
        ResultShape.Key key = ResultShape.Key.of(column);

        assertThat(ResultShape.Key.read(key.text())).isEqualTo(key);
        ResultShape.Key banded = new ResultShape.Key(column, ValueGrouping.ofWord("10"));
        assertThat(ResultShape.Key.read(banded.text())).isEqualTo(banded);
        ResultShape totals =
                new ResultShape.Totals(List.of(key), List.of(Measure.countOfRows()), ResultShape.Order.KEYS);
        assertThat(sent("postgresql", totals)).contains("group by \"" + column + "\"");
    }

    @ParameterizedTest
    @ValueSource(strings = {"delay:0", "delay:-5", "delay:ten", "delay:1e9", "delay:"})
    void otherTextIsAColumnName(String key) {
        assertThat(ResultShape.Key.read(key)).isEqualTo(new ResultShape.Key(key, Optional.empty()));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            postgresql | SUM   | LARGEST  | order by "sum_delay" desc nulls last, "port"
            postgresql | SUM   | SMALLEST | order by "sum_delay", "port"
            postgresql | SUM   | KEYS     | order by "port"
            mariadb    | SUM   | LARGEST  | order by `sum_delay` desc, `port`
            sqlite     | COUNT | LARGEST  | order by `count_delay` desc, `port`
            """)
    void groupsWithoutAValueSortLast(String dialect, Function function, ResultShape.Order order, String ending) {
        assertThat(sent(dialect, by("port", order, of(function)))).endsWith(ending);
    }

    @Test
    void shareIsRelativeToTheTotal() {
        assertThat(sent("duckdb", by("port", ResultShape.Order.KEYS, of(Function.SHARE))))
                .contains("sum(\"delay\") * 100e0 / nullif(sum(sum(\"delay\")) over (), 0) as \"share_delay\"");
        assertThat(sent("duckdb", by("port", ResultShape.Order.KEYS, new Measure(Function.SHARE, Optional.empty()))))
                .contains("count(*) * 100e0 / nullif(sum(count(*)) over (), 0) as \"share\"");
    }

    @Test
    void computesTheMedianWhereSupported() {
        assertThat(sent("postgresql", by("port", ResultShape.Order.KEYS, of(Function.MEDIAN))))
                .contains("percentile_cont(0.5) within group (order by \"delay\") as \"median_delay\"");
        assertThat(sent("duckdb", by("port", ResultShape.Order.KEYS, of(Function.MEDIAN))))
                .contains("median(cast(\"delay\" as double))");
    }

    @ParameterizedTest
    @ValueSource(strings = {"mariadb", "sqlite"})
    void rejectsAnUnsupportedMedianWithAdvice(String dialect) {
        ResultShape shape = by("port", ResultShape.Order.KEYS, of(Function.MEDIAN));
        assertThatThrownBy(() -> sent(dialect, shape)).isInstanceOfSatisfying(ProblemException.class, e -> assertThat(
                        e.first().inWords())
                .contains("no median", "average"));
    }

    private static String around(String dialect, String query, ResultShape shape) {
        return PreparedQuery.of(query, Dialects.of(dialect))
                .rewrite(new Choices(Map.of(), Map.of()), shape, Statement.NO_CAP)
                .text();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            postgresql | select distinct on (port) port, id, paid from ship order by port, id desc
            postgresql | select port, random() as r from ship order by port
            postgresql | select port, nextval('s') as n from ship order by port
            postgresql | select port, app.stamp() as n from ship order by port
            mariadb    | select port, rownum() as n from ship order by port
            postgresql | select 1 as port from ship order by count(*)
            mariadb    | select 1 as port from ship where paid > 1 order by max(id) desc
            postgresql | select 1 as port from ship order by app.total(id)
            postgresql | select port from ship order by port limit 5
            postgresql | select port from ship order by port fetch first 5 rows with ties
            """)
    void keepsAnOrderThatDeterminesTheRows(String dialect, String query) {
        assertThat(around(dialect, query, by("port", ResultShape.Order.KEYS, Measure.countOfRows())))
                .contains("from (\n" + query + "\n) as matching");
        ResultShape sorted = new ResultShape.Rows(Optional.of(new ResultShape.Sort("port", true)), Optional.empty());
        assertThat(around(dialect, query, sorted)).contains("from (\n" + query + "\n) as matching");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            select port from ship order by port                        | select port from ship
            select distinct port from ship order by port               | select distinct port from ship
            (select distinct on (a) port from ship order by a) order by port | (select distinct on (a) port from ship order by a)
            select port from a union select port from b order by port  | select port from a union select port from b
            """)
    void dropsAnOrderThatOnlySorts(String query, String kept) {
        assertThat(around("postgresql", query, by("port", ResultShape.Order.KEYS, Measure.countOfRows())))
                .contains("from (\n" + kept + "\n) as matching");
    }

    @Test
    void aggregateAliasDiffersFromTheGroupedColumn() {
        Measure sum = new Measure(Function.SUM, Optional.of("x"));
        String text = around(
                "postgresql",
                "select count, sum_x, x from t",
                ResultShape.totals(
                        List.of("count", "sum_x"), List.of(Measure.countOfRows(), sum), ResultShape.Order.LARGEST));
        assertThat(text)
                .startsWith("select \"count\", \"sum_x\", count(*) as \"count_\", sum(\"x\") as \"sum_x_\" from")
                .contains("order by \"count_\" desc, \"count\", \"sum_x\"");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            select * from ship                                   | select "port", count(*) as "count" from ship
            select * from ship where x = 1 order by id           | select "port", count(*) as "count" from ship where x = 1
            with a as (select 1 as port) select * from a         | with a as (select 1 as port) select "port", count(*) as "count" from a
            select * from (select port from a order by x limit 5) d | select "port", count(*) as "count" from (select port from a order by x limit 5) d
            """)
    void viewReplacesAPlainStar(String query, String text) {
        assertThat(around("postgresql", query, by("port", ResultShape.Order.KEYS, Measure.countOfRows())))
                .isEqualTo(text + "\ngroup by \"port\"\norder by \"port\"");
    }

    @Test
    void sortReplacesTheOrderOfAPlainStar() {
        ResultShape sorted = new ResultShape.Rows(Optional.of(new ResultShape.Sort("port", true)), Optional.empty());
        assertThat(around("postgresql", "select * from ship where x = 1 order by id", sorted))
                .isEqualTo("select * from ship where x = 1\norder by \"port\" desc");
    }

    @Test
    void outsideFilterAndViewShareOneWrapper() {
        PreparedQuery filtered = PreparedQuery.of("select port from ship limit 5", Dialects.of("postgresql"))
                .with(List.of(AddedFilter.withoutValue("port")));
        ResultShape shape = by("port", ResultShape.Order.KEYS, Measure.countOfRows());
        assertThat(filtered.rewrite(new Choices(Map.of(), Map.of()), shape, Statement.NO_CAP)
                        .text())
                .isEqualTo(
                        "select \"port\", count(*) as \"count\" from (\nselect port from ship limit 5\n) as matching\n"
                                + "where \"port\" is null\ngroup by \"port\"\norder by \"port\"");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            postgresql | select distinct * from ship
            postgresql | select s.* from ship s
            postgresql | select *, 1 as one from ship
            postgresql | select * from a, b
            postgresql | select * from a join b using (port)
            postgresql | select * from a union all select * from b
            postgresql | select * from a limit 3
            postgresql | select * from a where random() < 0.5
            mariadb    | select * from a where rownum() < 5
            duckdb     | select * exclude (id) from a
            duckdb     | select * from a qualify row_number() over (partition by port) = 1
            duckdb     | select * from a using sample 10
            """)
    void viewWrapsOtherQueries(String dialect, String query) {
        assertThat(around(dialect, query, by("port", ResultShape.Order.KEYS, Measure.countOfRows())))
                .contains("from (\n" + query + "\n) as matching");
    }

    /** Also by the unit of a timestamp that a key is grouped by, and in another case. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            max:day   | day   | max("day") as "max_day_"
            max       | day   | max("day") as "max_day"
            MAX_DAY   | day   | max("day") as "max_day_"
            max_day_  | day   | max("day") as "max_day"
            max:month | day   | max("day") as "max_day"
            """)
    void aggregateAliasDiffersFromKeys(String key, String column, String figure) {
        ResultShape totals = ResultShape.totals(
                List.of(key), List.of(new Measure(Function.MAX, Optional.of(column))), ResultShape.Order.LARGEST);
        String text = PreparedQuery.of("select max, MAX_DAY, max_day_, day from t", Dialects.of("postgresql"))
                .rewrite(new Choices(Map.of(), Map.of()), totals, Statement.NO_CAP)
                .text();
        assertThat(text).contains(figure).contains("order by " + figure.substring(figure.lastIndexOf(' ') + 1));
    }
}
