package plainsieve.core.hardcoded;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class SelectListLiteralsTest {
    @ParameterizedTest
    @CsvSource(delimiter = '#', textBlock = """
            select case when delay_min > 15 then 'late' else 'on time' end from crossings # select case when delay_min > :delay_min_value then 'late' else 'on time' end from crossings
            select case when state = 'LATE' then 1 end from crossings                     # select case when state = :state_value then 1 end from crossings
            select fare * 1.1 as gross from tickets                                       # select fare * :fare_value as gross from tickets
            select sum(case when delay_min >= 5 then 1 end) from c group by port_id       # select sum(case when delay_min >= :delay_min_value then 1 end) from c group by port_id
            select (select max(x) - 3 from t) from s                                      # select (select max(x) - :x_value from t) from s
            select departed_at + interval '3 days' from c                                 # select departed_at + (:days * interval '1 day') from c
            """)
    void thresholdAndFactorBecomeParameters(String query, String becomes) {
        assertThat(ParameterizedText.of("postgresql", query)).isEqualTo(becomes);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "select 1 as one, 'late' as label, -5 as debt from t",
                "select round(x, 2), left(name, 3), x::numeric(10, 2) from t",
                "select x * 2::numeric from t",
                "select distinct x * 2 from t order by x * 2",
                "select x * 2 from t group by x * 2",
                "select x = true from t",
                "select x || ', ' || y from t",
                "select * from t"
            })
    void keepsLiteralsThatNameOrFormat(String query) {
        assertThat(ParameterizedText.of("postgresql", query)).isEqualTo(query);
    }
}
