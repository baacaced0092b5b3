package plainsieve.core.notice;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LeadingWildcardTest {
    private static final ReportedNotice RULE = ReportedNotice.by(new LeadingWildcard());

    @ParameterizedTest
    @CsvSource(delimiter = '#', quoteCharacter = '`', textBlock = """
            state like '%' || :word # 1
            state like '%x' # 1
            state not like '_' || :word # 1
            state like concat('%', :word) # 1
            state ilike '%' || :word # 1
            """)
    void warns(String text, int times) {
        assertThat(RULE.of(text)).hasSize(times);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', quoteCharacter = '`', textBlock = """
            state like :word
            state like 'x%'
            state like :word || '%'
            state like concat(:word, '%')
            state like concat('x', '%')
            state = '%x'
            state like f('%x')
            state like ''
            """)
    void staysSilent(String text) {
        assertThat(RULE.of(text)).isEmpty();
    }
}
