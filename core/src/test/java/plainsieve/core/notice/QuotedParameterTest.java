package plainsieve.core.notice;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class QuotedParameterTest {
    private static final ReportedNotice RULE = ReportedNotice.by(new QuotedParameter());

    @ParameterizedTest
    @CsvSource(delimiter = '#', quoteCharacter = '`', textBlock = """
            state = ':port' # 1
            state in (':a', ':b') # 2
            """)
    void warns(String text, int times) {
        assertThat(RULE.of(text)).hasSize(times);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', quoteCharacter = '`', textBlock = """
            state = :port
            state = 'port'
            state = ': port'
            state = 'at 5:30'
            state = '::x'
            ":port" = 1
            """)
    void staysSilent(String text) {
        assertThat(RULE.of(text)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', quoteCharacter = '`', textBlock = """
            postgresql # state = ':port' # state = :port
            """)
    void offersAFix(String dialect, String condition, String corrected) {
        assertThat(RULE.in(dialect).corrected(condition)).isEqualTo(corrected);
    }
}
