package plainsieve.core.notice;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DuplicateFilterTest {
    private static final ReportedNotice RULE = ReportedNotice.by(new DuplicateFilter());

    @ParameterizedTest
    @CsvSource(delimiter = '#', quoteCharacter = '`', textBlock = """
            state = 'SAILED' and state in (:port) # 1
            state = :word and a and state in (:port) # 1
            state = :word and state = 'a' and state = 'b' # 2
            c.state = 5 and C.STATE = :word # 1
            """)
    void warns(String text, int times) {
        assertThat(RULE.of(text)).hasSize(times);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', quoteCharacter = '`', textBlock = """
            state = 'SAILED' or state in (:port)
            state = 'SAILED' and state = 'LATE'
            state = :word and port = 'A'
            state = :word and state <> 'A'
            state = :word and state not in ('A')
            state = :word and state = other
            state = :word and (state = 'A')
            state > 5 and state = :word
            state = :word
            """)
    void staysSilent(String text) {
        assertThat(RULE.of(text)).isEmpty();
    }
}
