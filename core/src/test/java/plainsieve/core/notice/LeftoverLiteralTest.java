package plainsieve.core.notice;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LeftoverLiteralTest {
    private static final ReportedNotice RULE = ReportedNotice.by(new LeftoverLiteral());

    @ParameterizedTest
    @CsvSource(delimiter = '#', quoteCharacter = '`', textBlock = """
            select 1 from t order by 1 limit 100 # 1
            select 1 from t limit 1000 # 1
            select 1 from t where d >= '2026-03-01' # 1
            select 1 from t where d >= date '2026-03-01' # 1
            select 1 from t where d < '2026-03-01 12:00' # 1
            select 1 from t where id = 42 and port_id = 3 # 2
            """)
    void warns(String text, int times) {
        assertThat(RULE.ofQuery(text)).hasSize(times);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', quoteCharacter = '`', textBlock = """
            select 1 from t limit 1001
            select 1 from t limit 99999
            select 1 from t limit :n
            select 1 from t limit 5 + 5
            select 1 from (select 1 from t limit 5) d
            select 1 from t offset 5
            select 1 from t where d >= :day
            select 1 from t where d >= 'March'
            select 1 from t where id > 42
            select 1 from t where id in (42)
            select 1 from t where pay = 42
            select 1 from t where id = '42'
            select 1 from t where date(d) = '2026-03-01'
            select 1 from t join s on d = '2026-03-01'
            select 1 from t where id = 40 + 2
            """)
    void staysSilent(String text) {
        assertThat(RULE.ofQuery(text)).isEmpty();
    }
}
