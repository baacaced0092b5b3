package plainsieve.core.rewrite.rule;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.sql.Condition;
import plainsieve.core.sql.ParsedQuery;

/** Guards: conditions on a parameter itself that switch a filter. */
class GuardReaderTest {
    private static String guard(String condition) {
        ParsedQuery query = ParsedQuery.parse("select 1 from t where " + condition, Dialects.of("postgresql"));
        Condition.Leaf leaf = query.conditionClauses()
                .get(0)
                .condition()
                .orElseThrow()
                .leaves()
                .findFirst()
                .orElseThrow();
        return GuardReader.read(query.tokens(), leaf.span())
                .map(guard -> guard.parameter() + " " + guard.everything().orElse("is null"))
                .orElse("none");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', quoteCharacter = '`', textBlock = """
            :p is null                 # p is null
            :p = 'All'                 # p All
            'All' = :p                 # p All
            :p = 'it''s'               # p it's
            :p = ''                    # p
            :p = 0                     # p 0
            -1 = :p                    # none
            'All' in (:p)              # p All
            coalesce(:p, 'x') = 'x'    # p x
            ifnull(:p, 0) = 0          # p 0
            """)
    void recognizesTheParameterAndItsAllValue(String condition, String guard) {
        assertThat(guard(condition).strip()).isEqualTo(guard);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                ":p is not null",
                "x is null",
                ":p <> 'All'",
                ":p = x",
                ":p = :q",
                "x = 'All'",
                ":p = E'All'",
                ":p = \"All\"",
                "'All' in (x)",
                "x in (:p)",
                "'All' not in (:p)",
                "('All', :p)",
                "coalesce(:p, 'x') = 'y'",
                "coalesce(:p, 'x') <> 'x'",
                "coalesce(x, 'x') = 'x'",
                "coalesce(:p, y) = y",
                "nullif(:p, 'x') = 'x'",
                "coalesce(:p + 'x') = 'x'",
                "coalesce[:p, 'x'] = 'x'",
                "f(:p)"
            })
    void ignoresOtherConditions(String condition) {
        assertThat(guard(condition)).isEqualTo("none");
    }
}
