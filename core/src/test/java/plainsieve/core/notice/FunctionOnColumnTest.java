package plainsieve.core.notice;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FunctionOnColumnTest {
    private static final ReportedNotice RULE = ReportedNotice.by(new FunctionOnColumn());

    @ParameterizedTest
    @CsvSource(delimiter = '#', quoteCharacter = '`', textBlock = """
            upper(state) = :word # 1
            (x + 1)::text = :word # 1
            date(departed_at) = :day # 1
            lower(a) = :word and lower(b) = :word # 2
            substr(state, 1, 2) like :word # 1
            """)
    void warns(String text, int times) {
        assertThat(RULE.of(text)).hasSize(times);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', quoteCharacter = '`', textBlock = """
            state = :word
            state = upper(:word)
            x + 1 = :n
            now() > :at
            coalesce(1, 2) = :n
            state is null
            f(:word) = 1
            """)
    void staysSilent(String text) {
        assertThat(RULE.of(text)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', quoteCharacter = '`', textBlock = """
            postgresql # date(departed_at) = :day # departed_at >= :day and departed_at < :day + interval '1 day'
            postgresql # c.departed_at::date <= :day # c.departed_at < :day + interval '1 day'
            postgresql # cast(departed_at as date) >= :day # departed_at >= :day
            postgresql # date(departed_at) < :day # departed_at < :day
            postgresql # date_trunc('day', departed_at) > :day # departed_at >= :day + interval '1 day'
            postgresql # not date(departed_at) = :day # not (departed_at >= :day and departed_at < :day + interval '1 day')
            mariadb # date(departed_at) = :day # departed_at >= :day and departed_at < :day + interval 1 day
            postgresql # date(departed_at) <> :day # ``
            postgresql # date(departed_at) in (:days) # ``
            postgresql # date(departed_at) = :at # ``
            postgresql # date(departed_at + x) = :day # ``
            postgresql # date_trunc('month', departed_at) = :day # ``
            postgresql # cast(departed_at as text) = :day # ``
            postgresql # departed_at::text = :day # ``
            postgresql # lower(state) = :word # ``
            """)
    void offersAFix(String dialect, String condition, String corrected) {
        assertThat(RULE.in(dialect).corrected(condition)).isEqualTo(corrected);
    }

    @org.junit.jupiter.api.Test
    void isSilentOfTotalsAndOutsideWhereAndOn() {
        assertThat(RULE.ofQuery("select x from t group by x having lower(max(y)) = :word"))
                .isEmpty();
        assertThat(RULE.ofQuery("select count(*) filter (where lower(x) = :word) from t"))
                .isEmpty();
        assertThat(RULE.ofQuery("select 1 from t join s on lower(t.x) = :word")).hasSize(1);
    }
}
