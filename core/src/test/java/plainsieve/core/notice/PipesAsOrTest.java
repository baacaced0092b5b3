package plainsieve.core.notice;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PipesAsOrTest {
    private static final ReportedNotice RULE = ReportedNotice.by(new PipesAsOr());

    @ParameterizedTest
    @CsvSource(delimiter = '#', quoteCharacter = '`', textBlock = """
            state like '%' || :word
            """)
    void staysSilent(String text) {
        assertThat(RULE.of(text)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', quoteCharacter = '`', textBlock = """
            mariadb # state like '%' || :word || '%' # state like concat('%', :word, '%')
            mariadb # state like :word || '%' # state like concat(:word, '%')
            mariadb # state = '%' || :word # ``
            mariadb # state like :word # ``
            mariadb # state like x || '%' # ``
            mariadb # state like '%' || x # ``
            mariadb # state like '%' || '%' || x # state like concat('%', '%') || x
            postgresql # state like '%' || :word # ``
            sqlite # state like '%' || :word # ``
            """)
    void offersAFix(String dialect, String condition, String corrected) {
        assertThat(RULE.in(dialect).corrected(condition)).isEqualTo(corrected);
    }
}
