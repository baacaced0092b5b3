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
import plainsieve.core.statement.Statement;
import plainsieve.core.value.ProblemException;

/** What views put around a query, in the words of each database. */
class ViewOnTopTest {
    private static String sent(String dialect, Wanted wanted) {
        return PreparedQuery.of("select port, delay, sailed from t", Dialects.of(dialect))
                .rewrite(new Choices(Map.of(), Map.of()), wanted, Statement.NO_CAP)
                .text();
    }

    private static Wanted by(String key, Wanted.Order order, Measure measure) {
        return Wanted.totals(List.of(key), List.of(measure), order);
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
    void aPartOfTimeIsWorkedOutByTheDatabase(String dialect, String part, String expression) {
        String text = sent(dialect, by("sailed:" + part, Wanted.Order.KEYS, Measure.countOfRows()));
        assertThat(text)
                .startsWith("select " + expression + " as ")
                .contains("group by " + expression)
                .endsWith("order by " + expression);
    }

    @ParameterizedTest
    @CsvSource({"10, 10.0", "0.5, 0.5", "100, 100.0"})
    void aBandIsNamedByItsLowerEnd(String width, String written) {
        assertThat(sent("postgresql", by("delay:" + width, Wanted.Order.KEYS, Measure.countOfRows())))
                .contains("group by floor(\"delay\" / %s) * %s".formatted(written, written));
    }

    @ParameterizedTest
    @ValueSource(strings = {"delay:0", "delay:-5", "delay:ten", "delay:1e9", "delay:"})
    void whatIsNoWidthAndNoPartIsTheNameOfAColumn(String key) {
        assertThat(Wanted.Key.read(key)).isEqualTo(new Wanted.Key(key, Optional.empty()));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            postgresql | SUM   | LARGEST  | order by "sum_delay" desc nulls last, "port"
            postgresql | SUM   | SMALLEST | order by "sum_delay", "port"
            postgresql | SUM   | KEYS     | order by "port"
            mariadb    | SUM   | LARGEST  | order by `sum_delay` desc, `port`
            sqlite     | COUNT | LARGEST  | order by `count_delay` desc, `port`
            """)
    void groupsWithoutAFigureComeLast(String dialect, Function function, Wanted.Order order, String ending) {
        assertThat(sent(dialect, by("port", order, of(function)))).endsWith(ending);
    }

    @Test
    void aShareIsOfTheSumOverAllGroups() {
        assertThat(sent("duckdb", by("port", Wanted.Order.KEYS, of(Function.SHARE))))
                .contains("sum(\"delay\") * 100e0 / nullif(sum(sum(\"delay\")) over (), 0) as \"share_delay\"");
        assertThat(sent("duckdb", by("port", Wanted.Order.KEYS, new Measure(Function.SHARE, Optional.empty()))))
                .contains("count(*) * 100e0 / nullif(sum(count(*)) over (), 0) as \"share\"");
    }

    @Test
    void theMiddleIsTakenWhereTheDatabaseHasOne() {
        assertThat(sent("postgresql", by("port", Wanted.Order.KEYS, of(Function.MEDIAN))))
                .contains("percentile_cont(0.5) within group (order by \"delay\") as \"median_delay\"");
        assertThat(sent("duckdb", by("port", Wanted.Order.KEYS, of(Function.MEDIAN))))
                .contains("median(cast(\"delay\" as double))");
    }

    @ParameterizedTest
    @ValueSource(strings = {"mariadb", "sqlite"})
    void aMiddleThatADatabaseDoesNotHaveIsRefusedWithWhatToDo(String dialect) {
        Wanted wanted = by("port", Wanted.Order.KEYS, of(Function.MEDIAN));
        assertThatThrownBy(() -> sent(dialect, wanted)).isInstanceOfSatisfying(ProblemException.class, e -> assertThat(
                        e.first().inWords())
                .contains("no middle", "average"));
    }
}
