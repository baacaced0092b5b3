package plainsieve.core.hardcoded;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class IntervalLiteralTest {
    @ParameterizedTest
    @CsvSource(delimiter = '#', textBlock = """
            postgresql # x > now() - interval '3 days'        # x > now() - (:days * interval '1 day')
            postgresql # x > now() - interval '1 Week'        # x > now() - (:weeks * interval '1 week')
            postgresql # x > now() - interval '3' month       # x > now() - (:months * interval '1 month')
            postgresql # x < :to + interval '2 days'          # x < :to + (:days * interval '1 day')
            duckdb     # x < day + interval '1 day'           # x < day + (:days * interval '1 day')
            duckdb     # x > y + interval 2 year              # x > y + (:years * interval '1 year')
            mariadb    # x > now() - interval 3 month         # x > now() - interval :months month
            mariadb    # x > now() - interval '3' day         # x > now() - interval :days day
            """)
    void amountBecomesAParameter(String dialect, String condition, String becomes) {
        assertThat(ParameterizedText.of(dialect, "select 1 from t where " + condition))
                .isEqualTo("select 1 from t where " + becomes);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', textBlock = """
            postgresql # x > now() - interval '3 days 2 hours'
            postgresql # x > now() - interval '1.5 days'
            postgresql # x > now() - interval '-3 days'
            postgresql # x > now() - interval '01:30'
            postgresql # x > now() - interval '3' day to hour
            postgresql # x > now() - interval 'P3D'
            postgresql # x > now() - interval '3'
            postgresql # x > now() - interval '3 moons'
            postgresql # interval < y
            postgresql # x > now() - (:days * interval '1 day')
            postgresql # x < :to + interval '1 day'
            mariadb    # x < :to + interval 1 day
            postgresql # x > now() - n * interval '1 day'
            mariadb    # x > now() - interval '1:30' minute_second
            mariadb    # x > now() - interval y day
            """)
    void ignoresOtherIntervalForms(String dialect, String condition) {
        assertThat(ParameterizedText.of(dialect, "select 1 from t where " + condition))
                .isEqualTo("select 1 from t where " + condition);
    }
}
