package plainsieve.core.rewrite;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static plainsieve.core.rewrite.Given.given;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.statement.Bound;
import plainsieve.core.statement.BoundValue;
import plainsieve.core.statement.Statement;

class RowLimitsTest {
    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            select 1                                    | select 1\\nlimit ?                          | 101
            select 1;                                   | select 1\\nlimit ?;                         | 101
            select 1 -- end                             | select 1\\nlimit ? -- end                   | 101
            select 1 limit 50                           | select 1 limit 50                          |
            select 1 limit 5000                         | select 1 limit ?                           | 101
            select 1 order by 1 offset 5                | select 1 order by 1\\nlimit ? offset 5      | 101
            select 1 fetch first 5000 rows only         | select 1 fetch first ? rows only           | 101
            select 1 fetch first row only               | select * from (\\nselect 1 fetch first row only\\n) as matching\\nlimit ? | 101
            select 1 union select 2                     | select 1 union select 2\\nlimit ?           | 101
            (select 1 limit 5000) union select 2        | (select 1 limit 5000) union select 2\\nlimit ? | 101
            select 1 limit 2 * 3                        | select * from (\\nselect 1 limit 2 * 3\\n) as matching\\nlimit ? | 101
            select 1 limit all                          | select * from (\\nselect 1 limit all\\n) as matching\\nlimit ? | 101
            select 1 limit :rows                        | select 1 limit ?                           | 101
            """)
    void capsTheOutermostLimit(String query, String statement, Long bound) {
        Statement rewritten = given(query).choose("rows", "1000").capped(100).rewritten();
        assertThat(rewritten.text()).isEqualTo(statement.replace("\\n", "\n"));
        assertThat(rewritten.values())
                .extracting(BoundValue::bound)
                .isEqualTo(bound == null ? List.of() : List.of(new Bound.RowCount(bound)));
    }

    @Test
    void bindsALimitBelowTheCap() {
        assertThat(given("select 1 limit :rows")
                        .choose("rows", "50")
                        .capped(100)
                        .values())
                .isEqualTo("50");
    }

    @ParameterizedTest
    @CsvSource({"0", "''"})
    void anEveryRowValueOrBlankMeansTheCapOnly(String choice) {
        Given query = given("select 1 limit :rows").capped(100);
        if (!choice.isEmpty()) {
            query.choose("rows", choice);
        }
        assertThat(query.rewritten().text()).isEqualTo("select 1 limit ?");
        assertThat(query.values()).isEqualTo("101");
    }

    @Test
    void leavesOutAnInnerLimitThatMeansEveryRow() {
        assertThat(given("select * from (select 1 order by 1 limit :rows) q")
                        .choose("rows", "0")
                        .text())
                .isEqualTo("select * from (select 1 order by 1) q");
    }

    @Test
    void leavesOutABlankOffset() {
        assertThat(given("select 1 limit 5 offset :rows").rewritten().text()).isEqualTo("select 1 limit 5");
    }

    @ParameterizedTest
    @CsvSource({"-1"})
    void refusesANegativeLimit(String rows) {
        assertThatThrownBy(
                        () -> given("select 1 limit :rows").choose("rows", rows).text())
                .hasMessageContaining("0 or more");
    }

    @Test
    void putsTheLimitOfAViewBehindTheQuery() {
        Statement statement = given("select x from t order by x")
                .wanting(new Wanted.Rows(Optional.empty(), Optional.of(new Wanted.Limit("rows", 50))))
                .rewritten();
        assertThat(statement.text()).isEqualTo("select x from t order by x\nlimit ?");
        assertThat(statement.values()).containsExactly(new BoundValue("rows", 33, new Bound.RowCount(50)));
        assertThat(statement.placements()).hasSize(1);
    }

    @Test
    void sortsAroundTheQueryAndDropsItsOwnOrder() {
        Wanted sorted = new Wanted.Rows(Optional.of(new Wanted.Sort("x", true)), Optional.empty());
        assertThat(given("select x from t order by y")
                        .wanting(sorted)
                        .rewritten()
                        .text())
                .isEqualTo("select * from (\nselect x from t\n) as matching\norder by \"x\" desc\nlimit ?");
    }

    @Test
    void totalsGoAroundTheQuery() {
        Wanted totals = Wanted.totals(
                List.of("port"),
                List.of(Measure.countOfRows(), new Measure(Measure.Function.SUM, Optional.of("passengers"))),
                Wanted.Order.LARGEST);
        assertThat(given("select port, passengers from t where x = :vessel order by y")
                        .wanting(totals)
                        .rewritten()
                        .text())
                .isEqualTo("""
                        select "port", count(*) as "count", sum("passengers") as "sum_passengers" from (
                        select port, passengers from t
                        ) as matching
                        group by "port"
                        order by "count" desc, "port"
                        limit ?""");
    }

    @Test
    void anOrderThatDecidesWhichRowsThereAreStaysUnderTotals() {
        Wanted totals = Wanted.totals(List.of(), List.of(Measure.countOfRows()), Wanted.Order.KEYS);
        assertThat(given("select * from t order by y limit 10")
                        .wanting(totals)
                        .rewritten()
                        .text())
                .isEqualTo("select count(*) as \"count\" from (\nselect * from t order by y limit 10\n) as matching");
    }

    @Test
    void keepsTheLimitWhenACommentBehindTheLastConditionGoes() {
        assertThat(given("select 1\nfrom t\nwhere x = :vessel -- why not")
                        .rewritten()
                        .text())
                .isEqualTo("select 1\nfrom t\nlimit ?");
        assertThat(given("select 1\nfrom t\nwhere x = :vessel -- why not\noffset 3")
                        .rewritten()
                        .text())
                .isEqualTo("select 1\nfrom t\nlimit ?\noffset 3");
    }
}
