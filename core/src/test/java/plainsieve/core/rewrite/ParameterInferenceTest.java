package plainsieve.core.rewrite;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.value.Type;

class ParameterInferenceTest {
    private static Parameter guess(String text, ChoiceText chosen) {
        return ParameterInference.of("p", ParsedQuery.parse(text, Dialects.of("duckdb")), chosen);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', textBlock = """
            select 1 limit :p                        # INTEGER
            select 1 offset :p                       # INTEGER
            select 1 limit (select max(x) from t where y = :p) # TEXT
            select 1 from t where x = :p::date       # DATE
            select 1 from t where x = cast(:p as timestamp) # DATETIME
            select 1 from t where x = try_cast(:p as bigint) # INTEGER
            select 1 from t where x = cast(:p as numeric(5, 2)) # DECIMAL
            select 1 from t where x = :p::varchar    # TEXT
            select 1 from t where x = :p::bool       # BOOLEAN
            select 1 from t where x = :p::json       # TEXT
            select 1 as p, f(:p as x) from t         # TEXT
            select 1 from :p                         # NAME
            select 1 from a join :p on true          # NAME
            select 1 from f(:p)                      # TEXT
            select 1 from t order by :p              # NAME
            select 1 from t order by x, :p desc      # NAME
            select 1 from t order by :p + 1          # TEXT
            select 1 from t where x like :p          # TEXT
            select 1 from t where x = '%' || :p      # TEXT
            """)
    void infersTheTypeFromThePlace(String text, Type type) {
        assertThat(guess(text, ChoiceText.blank()).type()).isEqualTo(type);
    }

    @ParameterizedTest
    @CsvSource({
        "5, INTEGER",
        "-5, INTEGER",
        "5.5, DECIMAL",
        "2026-03-01, DATE",
        "2026-03-01T10:00, DATETIME",
        "true, BOOLEAN",
        "Ardlow, TEXT",
        "5 Ardlow, TEXT",
        "5 5.5, DECIMAL"
    })
    void infersTheTypeFromTheValues(String values, Type type) {
        assertThat(guess("select 1 from t where x = :p", ChoiceText.of(values.split(" ")))
                        .type())
                .isEqualTo(type);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', textBlock = """
            select 1 from t where x = :p        # A     # false
            select 1 from t where x = :p        # A B   # true
            select 1 from t where x in (:p)     # A     # true
            select 1 from t where x in (:p, 1)  # A     # false
            select 1 from t where f(:p)         # A     # false
            """)
    void infersMultipleValues(String text, String values, boolean many) {
        assertThat(guess(text, ChoiceText.of(values.split(" "))).multiple()).isEqualTo(many);
    }

    @ParameterizedTest
    @CsvSource({"true", "false"})
    void infersMultipleValuesFromAllOrNone(boolean all) {
        ChoiceText chosen = all ? ChoiceText.all() : new ChoiceText(ChoiceText.Kind.VALUES, List.of("A"), true);
        assertThat(guess("select 1 from t where x = :p", chosen).multiple()).isTrue();
    }
}
