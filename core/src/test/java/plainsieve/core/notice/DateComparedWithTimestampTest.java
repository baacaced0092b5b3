package plainsieve.core.notice;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DateComparedWithTimestampTest {
    private static final ReportedNotice RULE = ReportedNotice.by(new DateComparedWithTimestamp());

    @ParameterizedTest
    @CsvSource(delimiter = '#', quoteCharacter = '`', textBlock = """
            departed_at <= :to # 1
            departed_at = :day # 1
            departed_at > :day # 1
            departed_at between :day and :to # 1
            departed_at between now() and :to # 1
            departed_at not between :day and :to # 1
            """)
    void warns(String text, int times) {
        assertThat(RULE.of(text)).hasSize(times);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', quoteCharacter = '`', textBlock = """
            departed_at < :to
            departed_at >= :day
            departed_at <> :day
            departed_at <= :at
            departed_at = :month
            departed_at <= :month
            retired_on <= :to
            departed_at between :day and :at
            departed_at between :day and now()
            unknown <= :to
            departed_at <= :to + 1
            departed_at in (:to)
            departed_at <= :missing
            """)
    void staysSilent(String text) {
        assertThat(RULE.of(text)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', quoteCharacter = '`', textBlock = """
            postgresql # departed_at <= :to # departed_at < :to + interval '1 day'
            mariadb # departed_at <= :to # departed_at < :to + interval 1 day
            sqlite # departed_at > :to # departed_at >= date(:to, '+1 day')
            duckdb # departed_at between :day and :to # departed_at >= :day and departed_at < :to + interval '1 day'
            duckdb # departed_at between :day + 1 and :to # departed_at >= :day + 1 and departed_at < :to + interval '1 day'
            postgresql # departed_at = :day # departed_at >= :day and departed_at < :day + interval '1 day'
            postgresql # not departed_at = :day # not (departed_at >= :day and departed_at < :day + interval '1 day')
            postgresql # departed_at not between :day and :to # ``
            postgresql # departed_at = :days # ``
            """)
    void offersAFix(String dialect, String condition, String corrected) {
        assertThat(RULE.in(dialect).corrected(condition)).isEqualTo(corrected);
    }
}
