package plainsieve.core.notice;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NotInNullableTest {
    private static final ReportedNotice RULE = ReportedNotice.by(new NotInNullable());

    @ParameterizedTest
    @CsvSource(delimiter = '#', quoteCharacter = '`', textBlock = """
            delay_min <> :n # 1
            delay_min not in (1, 2) # 1
            delay_min not in (select 1) # 1
            c.delay_min != 5 # 1
            retired_on <> :day # 1
            """)
    void warns(String text, int times) {
        assertThat(RULE.of(text)).hasSize(times);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', quoteCharacter = '`', textBlock = """
            delay_min = :n
            delay_min in (1)
            state <> :word
            state not in (:port)
            unknown <> :n
            delay_min > :n
            delay_min not between 1 and 2
            """)
    void staysSilent(String text) {
        assertThat(RULE.of(text)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', quoteCharacter = '`', textBlock = """
            postgresql # delay_min not in (:n) # (delay_min not in (:n) or delay_min is null)
            postgresql # c.delay_min <> :n # (c.delay_min <> :n or c.delay_min is null)
            postgresql # not delay_min <> :n # ``
            postgresql # delay_min <> :n or delay_min is null # ``
            postgresql # delay_min <> :n or state is null # ``
            """)
    void offersAFix(String dialect, String condition, String corrected) {
        assertThat(RULE.in(dialect).corrected(condition)).isEqualTo(corrected);
    }
}
