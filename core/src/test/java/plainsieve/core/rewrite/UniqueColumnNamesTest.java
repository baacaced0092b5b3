package plainsieve.core.rewrite;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.filter.AddedFilter;
import plainsieve.core.statement.Placement;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

class UniqueColumnNamesTest {
    private static final Choices CHOICES =
            new Choices(Map.of("f", Parameter.of("f", Type.INTEGER)), Map.of("f", new Choice.One(new Value.Whole(7))));

    private static PreparedQuery query(String dialect, String text) {
        return PreparedQuery.of(text, Dialects.of(dialect));
    }

    private static String sent(String dialect, String text) {
        return query(dialect, text)
                .rewrite(CHOICES, ResultShape.allRows(), Statement.NO_CAP)
                .text();
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '^', textBlock = """
            postgresql ; select a.x, b.x from a, b              ; select a.x, b.x as "x_2" from a, b
            postgresql ; select x, y as X from t                ; select x, y as "x_2" from t
            postgresql ; select x, y X, z as x from t           ; select x, y "x_2", z as "x_3" from t
            postgresql ; select a.x, b.x, x_2 from a, b         ; select a.x, b.x as "x_3", x_2 from a, b
            postgresql ; select max(a), max(b) from t           ; select max(a), max(b) as "max_2" from t
            postgresql ; select a.x, b.x from a, b union select 1, 2 ; select a.x, b.x as "x_2" from a, b union select 1, 2
            postgresql ; select a.x, b.x from a join b using (x) order by b.x ; select a.x, b.x as "x_2" from a join b using (x) order by b.x
            mariadb    ; select a.`X`, b.x from a, b            ; select a.`X`, b.x as `x_2` from a, b
            sqlite     ; select count(*), count(*) from t       ; select count(*), count(*) as `count(*)_2` from t
            duckdb     ; select x, x: y from t                  ; select x, "x_2": y from t
            """)
    void namesRepeatedColumns(String dialect, String query, String statement) {
        assertThat(sent(dialect, query)).isEqualTo(statement);
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '^', textBlock = """
            postgresql ; select "X", x from t
            postgresql ; select 1, 2
            postgresql ; select a.*, b.x, b.x from a, b
            postgresql ; select a.x, b.x from a, b order by x
            postgresql ; select x, y as x from t group by x
            duckdb     ; select x, y as x, x + 1 as z from t
            duckdb     ; select 1 as x, 2 as x union by name select 3 as x
            postgresql ; select q.x from (select a.x, b.x from a, b) q
            mariadb    ; select max(a), max(b) from t
            """)
    void leavesOtherTextsUnchanged(String dialect, String query) {
        assertThat(sent(dialect, query)).isEqualTo(query);
    }

    @Test
    @Timeout(20)
    void namesAHundredThousandColumnsInLinearTime() {
        assertThat(query("postgresql", "select 1 as x" + ", 1 as x".repeat(100_000))
                        .rewrite(CHOICES, ResultShape.allRows(), Statement.NO_CAP)
                        .text())
                .endsWith(", 1 as \"x_100001\"");
    }

    @Test
    void filtersTheSecondColumnInside() {
        PreparedQuery filtered = query("postgresql", "select a.x, b.x from a join b on b.id = a.id where a.y = :f")
                .with(List.of(new AddedFilter("x_2", "= :f"), new AddedFilter("x", "is null")));
        assertThat(filtered.rewrite(CHOICES, ResultShape.allRows(), Statement.NO_CAP)
                        .text())
                .isEqualTo("select a.x, b.x as \"x_2\" from a join b on b.id = a.id"
                        + " where a.y = ? and b.x = ? and a.x is null");
    }

    @Test
    void groupsByTheSecondColumn() {
        ResultShape perX = new ResultShape.Totals(
                List.of(ResultShape.Key.read("x_2")),
                List.of(new Measure(Measure.Function.COUNT, Optional.empty())),
                ResultShape.Order.KEYS);
        assertThat(query("mariadb", "select a.x, b.x from a, b")
                        .rewrite(CHOICES, perX, Statement.NO_CAP)
                        .text())
                .isEqualTo("select `x_2`, count(*) as `count` from (\nselect a.x, b.x as `x_2` from a, b\n) as matching"
                        + "\ngroup by `x_2`\norder by `x_2`");
    }

    /** Aliases move what follows them in the statement, not in the author's text. */
    @Test
    void reportsPlacesInTheAuthorText() {
        String text = "select a.x, b.x from a, b where a.y = :f";
        Placement placement = query("postgresql", text)
                .rewrite(CHOICES, ResultShape.allRows(), Statement.NO_CAP)
                .placements()
                .get(0);
        assertThat(text.substring(placement.start(), placement.end())).isEqualTo(":f");
    }
}
