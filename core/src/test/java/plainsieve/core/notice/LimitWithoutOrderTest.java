package plainsieve.core.notice;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LimitWithoutOrderTest {
    private static final ReportedNotice RULE = ReportedNotice.by(new LimitWithoutOrder());

    @ParameterizedTest
    @CsvSource(delimiter = '#', quoteCharacter = '`', textBlock = """
            select 1 from t limit 5 # 1
            select 1 from t limit :n # 1
            select 1 from t fetch first 5 rows only # 1
            select 1 from (select 1 from t limit 5) d limit 5 # 2
            (select 1 from t limit 5) union all select 2 # 1
            """)
    void warns(String text, int times) {
        assertThat(RULE.ofQuery(text)).hasSize(times);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', quoteCharacter = '`', textBlock = """
            select 1 from t order by 1 limit 5
            select 1 from t
            select 1 from t offset 5
            select 1 from t order by 1 fetch first 5 rows only
            """)
    void staysSilent(String text) {
        assertThat(RULE.ofQuery(text)).isEmpty();
    }
}
