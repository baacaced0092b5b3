package plainsieve.core.steps.compile;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvFileSource;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.dialect.Dialects;

/** Complete statements of sorts, first rows, running totals, pivots, constant keys and filters on them. */
class SortAndLimitTest {
    private static String sql(String dialect, String steps) {
        return StepsAnalysis.of("steps 1\n" + steps.replace(" ; ", "\n"), Dialects.of(dialect), FerryTables.all())
                .statement()
                .sql()
                .replaceAll("\\s+", " ")
                .replace("( ", "(")
                .replace(" )", ")");
    }

    @ParameterizedTest
    @CsvFileSource(resources = "steps-statements.csv", delimiter = '|', quoteCharacter = '`')
    void compilesTo(String dialect, String steps, String statement) {
        assertThat(sql(dialect, steps)).isEqualTo(statement);
    }

    /** MariaDB evaluates null aggregates differently in HAVING. */
    @ParameterizedTest
    @CsvSource({"n = no value", "n <> null", "n has no value", "n has a value", "not (n > 3)"})
    void comparesANullableAggregateOutsideGroupsOnMariaDb(String condition) {
        String steps = "from crossings ; group by port_id: maximum of passengers as n ; where " + condition;
        assertThat(sql("mariadb", steps)).doesNotContain("having").contains("group by port_id) r where");
        assertThat(sql("postgresql", steps)).contains("having");
    }
}
