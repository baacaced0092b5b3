package plainsieve.core.rewrite;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static plainsieve.core.rewrite.Given.given;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.parameter.ValueCoverage;
import plainsieve.core.statement.Placement;
import plainsieve.core.value.Type;

class ValueCoverageTest {
    private static final Parameter MONTH = Parameter.of("month", Type.DATE).covering(ValueCoverage.MONTH);
    private static final Parameter MONTHS =
            Parameter.of("months", Type.DATE).asMultiple().covering(ValueCoverage.MONTH);
    private static final Parameter WORD = Parameter.of("word", Type.TEXT).covering(ValueCoverage.CONTAINING);
    private static final Parameter WORDS =
            Parameter.of("words", Type.TEXT).asMultiple().covering(ValueCoverage.STARTING);

    private static Given covering(String condition) {
        return given("select 1 from t where " + condition)
                .with(MONTH)
                .with(MONTHS)
                .with(WORD)
                .with(WORDS);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            x = :month                 | (x >= '2026-12-01' and x < '2027-01-01')
            :month = x                 | (x >= '2026-12-01' and x < '2027-01-01')
            x <> :month                | not (x >= '2026-12-01' and x < '2027-01-01')
            x in (:month)              | (x >= '2026-12-01' and x < '2027-01-01')
            a or x = :month            | a or (x >= '2026-12-01' and x < '2027-01-01')
            not x = :month             | not (x >= '2026-12-01' and x < '2027-01-01')
            x <= :month                | x < '2027-01-01'
            x > :month                 | x >= '2027-01-01'
            x >= :month                | x >= '2026-12-01'
            x < :month                 | x < '2026-12-01'
            :month >= x                | '2027-01-01' > x
            :month < x                 | '2027-01-01' <= x
            x between :from and :month | x < '2027-01-01'
            x between :month and :to   | x >= '2026-12-01'
            x between :month and :month | (x >= '2026-12-01' and x < '2027-01-01')
            x not between :month and :month | (x < '2026-12-01' or x >= '2027-01-01')
            (x) between 1 and :month and b | ((x) >= 1 and (x) < '2027-01-01') and b
            x = :month::date           | (x >= '2026-12-01' and x < '2027-01-01')
            f(x) = :month              | (f(x) >= '2026-12-01' and f(x) < '2027-01-01')
            f(x) = f(:month)           | f(x) = f('2026-12-01')
            x = g(:month, 1)           | x = g('2026-12-01', 1)
            """)
    void monthCoversAllItsDays(String condition, String sent) {
        assertThat(covering(condition).choose("month", "2026-12").inPlace()).isEqualTo("select 1 from t where " + sent);
    }

    @Test
    void mergesAdjacentMonths() {
        assertThat(covering("x in (:months)")
                        .choose("months", "2026-02", "2026-01", "2026-05-17", "2025-12", "2026-05")
                        .inPlace())
                .isEqualTo("select 1 from t where (x >= '2025-12-01' and x < '2026-03-01'"
                        + " or x >= '2026-05-01' and x < '2026-06-01')");
    }

    @Test
    void keepsNullRowsSeparate() {
        ChoiceText chosen = new ChoiceText(ChoiceText.Kind.VALUES, java.util.List.of("2026-02"), true);
        assertThat(covering("x in (:months)").choose("months", chosen).inPlace())
                .isEqualTo("select 1 from t where ((x >= '2026-02-01' and x < '2026-03-01') or x is null)");
        assertThat(covering("x not in (:months)").choose("months", chosen).inPlace())
                .isEqualTo("select 1 from t where (not (x >= '2026-02-01' and x < '2026-03-01') and x is not null)");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            postgresql | 50%_    | select 1 from t where (x like '%50\\%\\_%')
            sqlite     | 50%     | select 1 from t where (x like '%50\\%%' escape '\\')
            mariadb    | ab      | select 1 from t where (x like '%ab%')
            duckdb     | O'N     | select 1 from t where (x like '%O''N%' escape '\\')
            """)
    void textCoversTextsThatContainIt(String dialect, String word, String sent) {
        assertThat(covering("x = :word").in(dialect).choose("word", word).inPlace())
                .isEqualTo(sent);
    }

    @Test
    void searchesEachOfMultipleTexts() {
        assertThat(covering("x not in (:words)").choose("words", "a", "b").inPlace())
                .isEqualTo("select 1 from t where not (x like 'a%' or x like 'b%')");
    }

    @Test
    void keepsAFunctionAroundThePattern() {
        assertThat(covering("lower(x) = lower(:word)").choose("word", "Ab").inPlace())
                .isEqualTo("select 1 from t where (lower(x) like lower('%Ab%'))");
    }

    @Test
    void omitsBlank() {
        assertThat(covering("a and x = :month and y = :word").text()).isEqualTo("select 1 from t where a");
    }

    @Test
    void reportsTheWidenedValue() {
        assertThat(covering("x = :month").choose("month", "2026-12").outcome("month"))
                .isEqualTo(Placement.Outcome.WIDENED);
    }

    @Test
    void listItemCannotCoverMore() {
        assertThatThrownBy(() -> covering("x in ('2020-01-01', :months)")
                        .choose("months", "2026-01", "2026-02")
                        .text())
                .hasMessageContaining("covers several values");
    }

    @Test
    void onlyDatesCoverPeriodsAndOnlyTextsCoverTexts() {
        assertThatThrownBy(() -> Parameter.of("n", Type.INTEGER).covering(ValueCoverage.MONTH))
                .hasMessageContaining("Make :n a date");
        assertThatThrownBy(() -> Parameter.of("n", Type.DATE).covering(ValueCoverage.CONTAINING))
                .hasMessageContaining("Make :n a text");
    }
}
