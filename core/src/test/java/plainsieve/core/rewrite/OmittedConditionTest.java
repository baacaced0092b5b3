package plainsieve.core.rewrite;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static plainsieve.core.rewrite.Given.given;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.statement.Placement;
import plainsieve.core.statement.Placement.Outcome;
import plainsieve.core.statement.Statement;

class OmittedConditionTest {
    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', ignoreLeadingAndTrailingWhitespace = true, textBlock = """
            select 1 where x = :vessel                                | select 1
            select 1 where a and x = :vessel                          | select 1 where a
            select 1 where x = :vessel and a                          | select 1 where a
            select 1 where a and x = :vessel and b                    | select 1 where a and b
            select 1 where a or x = :vessel                           | select 1 where a
            select 1 where a and (b or x = :vessel)                   | select 1 where a and (b)
            select 1 where a and (x = :vessel)                        | select 1 where a
            select 1 where a and not x = :vessel                      | select 1 where a
            select 1 where not (x = :vessel or y > :delay) and a      | select 1 where a
            select 1 where (x = :vessel) or (y = :vessel)             | select 1
            select 1 where x = :vessel group by z                     | select 1 group by z
            select z from t group by z having max(d) > :delay         | select z from t group by z
            select z from t group by z having max(d) > :delay order by z | select z from t group by z order by z
            select 1 from a join b on a.x = :vessel where c           | select 1 from a join b on true where c
            select 1 from a join b on a.i = b.i and b.x = :vessel     | select 1 from a join b on a.i = b.i
            select 1 from a left join b on b.x = :vessel, c           | select 1 from a left join b on true, c
            select count(*) filter (where x = :vessel) from t         | select count(*) from t
            select 1 where a in (select 2 where x = :vessel)          | select 1 where a in (select 2)
            select 1 where exists (select 2 where b and x = :vessel)  | select 1 where exists (select 2 where b)
            select 1 from (select 2 where x = :vessel) q where a      | select 1 from (select 2) q where a
            with q as (select 2 where x = :vessel) select 1 from q    | with q as (select 2) select 1 from q
            select 1 where x = :vessel union select 2 where a         | select 1 union select 2 where a
            select 1 where lower(x) like concat('%', :vessel) and a  | select 1 where a
            select 1 where x between 1 and 2 and y = :vessel          | select 1 where x between 1 and 2
            select 1 where f(x, :vessel) between 1 and 2 and a        | select 1 where a
            select 1 where case when a and b then c end = :vessel and d | select 1 where d
            select 1 where x is not distinct from :vessel and a       | select 1 where a
            select 1 where (x, y) in ((1, :vessel)) and a             | select 1 where a
            """)
    void omitsABlankCondition(String query, String statement) {
        assertThat(given(query).text()).isEqualTo(statement);
    }

    @Test
    void removesTheCommentAtTheEndOfTheLine() {
        String query = """
                select 1
                where a = 1   -- first stays
                  and x = :vessel -- second goes
                  and b = 2   -- third stays
                """;
        assertThat(given(query).text().strip()).startsWith("""
                select 1
                where a = 1   -- first stays
                  and b = 2""");
    }

    @Test
    void leavesNoEmptyLine() {
        String query = "select 1\nwhere a\n  and x = :vessel and y = :vessel\n  and z = :vessel -- why\n  and b";
        assertThat(given(query).text()).isEqualTo("select 1\nwhere a\n  and b");
    }

    @Test
    void keepsTheLineBreakAfterAComment() {
        String query = "select 1 where a -- why\n and x = :vessel and b";
        assertThat(given(query).text()).isEqualTo("select 1 where a -- why\n and b");
    }

    @Test
    void handlesWindowsLineEndings() {
        String query = "select 1\r\nwhere a\r\n  and x = :vessel\r\n  and b";
        assertThat(given(query).text()).isEqualTo("select 1\r\nwhere a\r\n  and b");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            mariadb    | `select 1\nwhere a\n  and x = :vessel # why\n  and b`        | `select 1\nwhere a\n  and b`
            mariadb    | `select 1\nwhere a\n  and x = :vessel -- why\r\n  and b`    | `select 1\nwhere a\r\n  and b`
            postgresql | `select 1\nwhere a\n  and x = :vessel -- why`               | `select 1\nwhere a`
            postgresql | `select 1\nwhere a\n\tand x = :vessel \t\n\tand b`          | `select 1\nwhere a\n\tand b`
            postgresql | `select 1\nwhere a\n  and x = :vessel /* why */\n  and b`   | `select 1\nwhere a\n /* why */\n  and b`
            """)
    void removesTheCommentOfARemovedLine(String dialect, String query, String text) {
        assertThat(given(query).in(dialect).text()).isEqualTo(text);
    }

    @Test
    void omitsAConditionWithAllValuesSelected() {
        assertThat(given("select 1 where x = :port and a")
                        .choose("port", ChoiceText.all())
                        .text())
                .isEqualTo("select 1 where a");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            x between :from and :to              | x >= ?
            x not between :from and :to          | x < ?
            x between :from and :to + 1          | x >= ?
            a and x between :from and :to or b   | a and x >= ? or b
            """)
    void keepsTheLowerHalfOfARange(String condition, String rewritten) {
        assertThat(given("select 1 where " + condition)
                        .choose("from", "2026-03-01")
                        .text())
                .isEqualTo("select 1 where " + rewritten);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            x between :from and :to              | x <= ?
            x not between :from and :to          | x > ?
            x between :from and :to + 1 and a    | x <= ? + 1 and a
            """)
    void keepsTheUpperHalfOfARange(String condition, String rewritten) {
        assertThat(given("select 1 where " + condition)
                        .choose("to", "2026-03-31")
                        .text())
                .isEqualTo("select 1 where " + rewritten);
    }

    @Test
    void omitsARangeWithBothEndsBlank() {
        assertThat(given("select 1 where x between :from and :to").text()).isEqualTo("select 1");
    }

    @Test
    void bindsBothEndsOfARange() {
        Given query = given("select 1 where x between :from and :to")
                .choose("from", "2026-03-01")
                .choose("to", "2026-03-31");
        assertThat(query.text()).isEqualTo("select 1 where x between ? and ?");
        assertThat(query.values()).isEqualTo("2026-03-01 2026-03-31");
    }

    @Test
    void reportsTheOutcomeOfEachPlace() {
        Statement statement = given("select 1 where x = :vessel and d > :delay")
                .choose("delay", "15")
                .rewritten();
        assertThat(statement.placements())
                .extracting(Placement::parameter, Placement::outcome)
                .containsExactly(
                        org.assertj.core.groups.Tuple.tuple("vessel", Outcome.LEFT_OUT),
                        org.assertj.core.groups.Tuple.tuple("delay", Outcome.BOUND));
        Placement delay = statement.placements().get(1);
        assertThat(statement.text().substring(delay.sentStart(), delay.sentEnd()))
                .isEqualTo("d > ?");
        Placement vessel = statement.placements().get(0);
        assertThat(vessel.sentEnd()).isEqualTo(vessel.sentStart());
    }

    @Test
    void highlightsAConditionConvertedToAnInList() {
        Statement statement = given("select 1 where a and :port = x and b")
                .choose("port", "A", "B")
                .rewritten();
        Placement port = statement.placements().get(0);
        assertThat(statement.text().substring(port.sentStart(), port.sentEnd())).isEqualTo("x in (?, ?)");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"a xor x = :vessel", "x = :vessel xor a and b", "a xor b xor x = :vessel", "a xor (x = :vessel)"
            })
    void rejectsABlankInAnXor(String condition) {
        assertThatThrownBy(() -> given("select 1 from t where " + condition + " or c")
                        .in("mariadb")
                        .text())
                .hasMessageContaining("of an XOR cannot be omitted");
    }

    @ParameterizedTest
    @ValueSource(strings = {"(a xor b) and x = :vessel", "x = :vessel or a xor b"})
    void xorElsewhereDoesNotPreventOmission(String condition) {
        assertThat(given("select 1 from t where " + condition).in("mariadb").text())
                .doesNotContain(":vessel", "?");
    }

    @Test
    void xorIsANameInOtherDialects() {
        assertThat(given("select 1 from t where xor = :vessel and a").text()).isEqualTo("select 1 from t where a");
    }

    @ParameterizedTest
    @ValueSource(strings = {"; -- done", ";/* done */", " ; ; -- a\n", ";"})
    void dropsTextAfterTheSemicolon(String end) {
        assertThat(given("select 1 from t where x = :vessel and a" + end)
                        .capped(5)
                        .rewritten()
                        .text())
                .startsWith("select 1 from t where a\nlimit ?")
                .doesNotContain("--", "/*");
    }

    @Test
    void comparesAFunctionCalledAsAnOperator() {
        assertThat(given("select 1 from t where isnull(a) between :from and :to")
                        .in("mariadb")
                        .choose("from", "2026-01-01")
                        .text())
                .isEqualTo("select 1 from t where isnull(a) >= ?");
    }
}
