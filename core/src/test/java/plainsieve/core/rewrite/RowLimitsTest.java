package plainsieve.core.rewrite;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static plainsieve.core.rewrite.Given.given;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.statement.BoundValue;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Type;

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
                .isEqualTo(bound == null ? List.of() : List.of(new PlaceholderBinding.RowCount(bound)));
    }

    /** Viewers see it next to figures and groups computed from the query. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', nullValues = "none", textBlock = """
            select 1 limit 500                          | none | 500
            select 1 limit :rows                        | rows | none
            select 1 offset 3 limit :rows               | rows | none
            select 1 fetch first 20 rows only           | none | 20
            select 1 limit 2 * 3                        | none | none
            """)
    void readsTheLimitOfTheText(String query, String parameter, Long rows) {
        AuthorLimit own =
                PreparedQuery.of(query, Dialects.of("postgresql")).ownLimit().orElseThrow();
        assertThat(own.parameter().orElse(null)).isEqualTo(parameter);
        assertThat(own.rows().isPresent() ? own.rows().getAsLong() : null).isEqualTo(rows);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "select 1",
                "(select 1 limit 5) union select 2",
                "select 1 from (select 2 limit 3) t",
                "select 1 offset 5"
            })
    void ignoresInnerLimits(String query) {
        assertThat(PreparedQuery.of(query, Dialects.of("postgresql")).ownLimit())
                .isEmpty();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', nullValues = "none", textBlock = """
            select 1 limit 500                              | select 1
            select 1 order by 1 limit :rows -- newest       | select 1 order by 1 -- newest
            select 1 fetch first 20 rows only               | select 1
            select 1 union select 2 limit 5                 | select 1 union select 2
            select 1                                        | none
            select 1 limit 2 * 3                            | none
            select 1 limit 5 offset 3                       | none
            select 1 order by 1 fetch first 3 rows with ties | none
            (select 1 limit 5) union select 2               | none
            """)
    void removesOnlyItsLimit(String query, String without) {
        assertThat(PreparedQuery.of(query, Dialects.of("postgresql")).textWithoutOwnLimit())
                .isEqualTo(Optional.ofNullable(without));
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
    void allOrBlankMeansTheCap(String choice) {
        Given query = given("select 1 limit :rows").capped(100);
        if (!choice.isEmpty()) {
            query.choose("rows", choice);
        }
        assertThat(query.rewritten().text()).isEqualTo("select 1 limit ?");
        assertThat(query.values()).isEqualTo("101");
    }

    @Test
    void omitsAnInnerLimitOfAll() {
        assertThat(given("select * from (select 1 order by 1 limit :rows) q")
                        .choose("rows", "0")
                        .text())
                .isEqualTo("select * from (select 1 order by 1) q");
    }

    @Test
    void omitsABlankOffset() {
        assertThat(given("select 1 limit 5 offset :rows").rewritten().text()).isEqualTo("select 1 limit 5");
    }

    @ParameterizedTest
    @CsvSource({"-1"})
    void rejectsANegativeLimit(String rows) {
        assertThatThrownBy(
                        () -> given("select 1 limit :rows").choose("rows", rows).text())
                .hasMessageContaining("non-negative integer");
    }

    @Test
    void appendsTheLimitOfAView() {
        Statement statement = given("select x from t order by x")
                .wanting(new ResultShape.Rows(Optional.empty(), Optional.of(new ResultShape.Limit("rows", 50))))
                .rewritten();
        assertThat(statement.text()).isEqualTo("select x from t order by x\nlimit ?");
        assertThat(statement.values()).containsExactly(new BoundValue("rows", 33, new PlaceholderBinding.RowCount(50)));
        assertThat(statement.placements()).hasSize(1);
    }

    @Test
    void sortsAroundTheQueryAndDropsItsOrder() {
        ResultShape sorted = new ResultShape.Rows(Optional.of(new ResultShape.Sort("x", true)), Optional.empty());
        assertThat(given("select x from t order by y")
                        .wanting(sorted)
                        .rewritten()
                        .text())
                .isEqualTo("select * from (\nselect x from t\n) as matching\norder by \"x\" desc\nlimit ?");
    }

    @Test
    void aggregatesAroundTheQuery() {
        ResultShape totals = ResultShape.totals(
                List.of("port"),
                List.of(Measure.countOfRows(), new Measure(Measure.Function.SUM, Optional.of("passengers"))),
                ResultShape.Order.LARGEST);
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
    void keepsAnOrderThatDeterminesTheRows() {
        ResultShape totals = ResultShape.totals(List.of(), List.of(Measure.countOfRows()), ResultShape.Order.KEYS);
        assertThat(given("select * from t order by y limit 10")
                        .wanting(totals)
                        .rewritten()
                        .text())
                .isEqualTo("select count(*) as \"count\" from (\nselect * from t order by y limit 10\n) as matching");
    }

    @Test
    void keepsTheLimitWhenAPrecedingCommentIsRemoved() {
        assertThat(given("select 1\nfrom t\nwhere x = :vessel -- why not")
                        .rewritten()
                        .text())
                .isEqualTo("select 1\nfrom t\nlimit ?");
        assertThat(given("select 1\nfrom t\nwhere x = :vessel -- why not\noffset 3")
                        .rewritten()
                        .text())
                .isEqualTo("select 1\nfrom t\nlimit ?\noffset 3");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', nullValues = "none", textBlock = """
            mariadb    | select 1 limit 5, 5000                   | select 1 limit 5, ?                        | 101
            mariadb    | select 1 limit 5, :rows                  | select 1 limit 5, ?                        | 101
            mariadb    | select 1 limit :rows, 50                 | select 1 limit ?, 50                       | 1000
            mariadb    | select 1 limit :rows, 1000000            | select 1 limit ?, ?                        | 1000 101
            postgresql | select 1 order by 1 fetch first 3 rows with ties | select * from (\\nselect 1 order by 1 fetch first 3 rows with ties\\n) as matching\\nlimit ? | 101
            postgresql | select 1 offset 5 rows                   | select 1 offset 5 rows\\nfetch first ? rows only | 101
            postgresql | select 1 offset 1 row                    | select 1 offset 1 row\\nfetch first ? rows only | 101
            postgresql | select 1 offset :rows rows               | select 1 offset ? rows\\nfetch first ? rows only | 1000 101
            postgresql | values (1), (2)                          | values (1), (2)\\nlimit ?                   | 101
            sqlite     | values (1), (2)                          | select * from (\\nvalues (1), (2)\\n) as matching\\nlimit ? | 101
            sqlite     | select 1 union values (2)                | select * from (\\nselect 1 union values (2)\\n) as matching\\nlimit ? | 101
            sqlite     | select 1 limit 5000 offset 3             | select 1 limit ? offset 3                  | 101
            postgresql | select 1 limit 101                       | select 1 limit 101                         | none
            postgresql | select 1 limit 102                       | select 1 limit ?                           | 101
            postgresql | select 1 limit 9999999999999999999       | select * from (\\nselect 1 limit 9999999999999999999\\n) as matching\\nlimit ? | 101
            """)
    void capsInEachDialect(String dialect, String query, String statement, String bound) {
        Statement rewritten =
                given(query).in(dialect).choose("rows", "1000").capped(100).rewritten();
        assertThat(rewritten.text()).isEqualTo(statement.replace("\\n", "\n"));
        assertThat(rewritten.values().stream()
                        .map(value -> Long.toString(((PlaceholderBinding.RowCount) value.bound()).rows()))
                        .toList())
                .isEqualTo(bound == null ? List.of() : List.of(bound.split(" ")));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            mariadb    | select 1 from (select 1 limit :rows, 5) q           | select 1 from (select 1 limit ?, 5) q        | 0
            mariadb    | select 1 from (select 1 limit :rows offset 5) q     | select 1 from (select 1 limit ? offset 5) q  | 9223372036854775807
            postgresql | select 1 from (select 1 limit :rows offset 5) q     | select 1 from (select 1 offset 5) q          | none
            postgresql | select 1 from (select 1 offset :rows) q             | select 1 from (select 1) q                   | none
            postgresql | select 1 from (select 1 fetch first :rows rows only) q | select 1 from (select 1) q                | none
            """)
    void keepsAllRowsOfAnInnerQuery(String dialect, String query, String statement, String bound) {
        Given every = given(query).in(dialect).choose("rows", "0");
        assertThat(every.text()).isEqualTo(statement);
        assertThat(every.values()).isEqualTo(bound.equals("none") ? "" : bound);
    }

    @ParameterizedTest
    @CsvSource({"NOT_ALLOWED, false", "NO_FILTER, true", "ROWS_WITHOUT_VALUE, true"})
    void blankMeansAllRowsUnlessRequired(BlankRule rule, boolean every) {
        Parameter rows = Parameter.of("rows", Type.INTEGER).withBlankRule(rule);
        Choices choices = new Choices(Map.of("rows", rows), Map.of("rows", new Choice.Blank()));
        PreparedQuery query = PreparedQuery.of("select 1 from (select 1 limit :rows) q", Dialects.of("postgresql"));
        if (every) {
            assertThat(query.rewrite(choices, ResultShape.allRows(), Statement.NO_CAP)
                            .text())
                    .doesNotContain("limit");
        } else {
            assertThatThrownBy(() -> query.rewrite(choices, ResultShape.allRows(), Statement.NO_CAP))
                    .hasMessageContaining("non-negative integer");
        }
    }
}
