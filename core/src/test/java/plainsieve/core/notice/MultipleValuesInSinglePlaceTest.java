package plainsieve.core.notice;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class MultipleValuesInSinglePlaceTest {
    private static final ReportedNotice RULE = ReportedNotice.by(new MultipleValuesInSinglePlace());

    @ParameterizedTest
    @CsvSource(delimiter = '#', quoteCharacter = '`', textBlock = """
            select 1 from t where x > :port # 1
            select f(:port) from t # 1
            select 1 from t where x like :port # 1
            select 1 from t where x between :days and :days # 2
            select 1 from t limit :port # 1
            """)
    void warns(String text, int times) {
        assertThat(RULE.ofQuery(text)).hasSize(times);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', quoteCharacter = '`', textBlock = """
            select 1 from t where x = :port
            select 1 from t where x <> :port
            select 1 from t where x in (:port)
            select 1 from t where x in ('A', :port)
            select 1 from t where x = any(:port)
            select 1 from t where (:port is null or x = :port)
            select 1 from t where x > :word
            select 1 from t where x > :missing
            select 1 from t where x = lower(:port)
            """)
    void staysSilent(String text) {
        assertThat(RULE.ofQuery(text)).isEmpty();
    }
}
