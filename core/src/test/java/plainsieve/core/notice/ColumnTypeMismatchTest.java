package plainsieve.core.notice;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ColumnTypeMismatchTest {
    private static final ReportedNotice RULE = ReportedNotice.by(new ColumnTypeMismatch());

    @ParameterizedTest
    @CsvSource(delimiter = '#', quoteCharacter = '`', textBlock = """
            departed_at = :word # 1
            c.departed_at >= :n # 1
            delay_min in (:port) # 1
            delay_min = :day # 1
            state = :day # 1
            retired_on between :word and :word # 2
            retired_on between :day and :word # 1
            departed_at like :word # 1
            c.delay_min = :word # 1
            """)
    void warns(String text, int times) {
        assertThat(RULE.of(text)).hasSize(times);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', quoteCharacter = '`', textBlock = """
            departed_at = :day
            departed_at = :at
            retired_on <= :at
            delay_min >= :share
            state = :word
            state in (:port)
            delay_min like :word
            state like :word
            delay_min = :name
            unknown = :word
            other.delay_min = :word
            delay_min + 1 = :word
            f(delay_min, :word)
            delay_min = :missing
            retired_on between :day and :to
            state is null
            """)
    void staysSilent(String text) {
        assertThat(RULE.of(text)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "departed_at = :word, true",
        "state = :day, true",
        "delay_min = :day, true",
        "delay_min = :word, false",
        "state = :n, false"
    })
    void blocksADateComparedWithAnotherType(String condition, boolean blocks) {
        assertThat(RULE.of(condition)).extracting(Notice::blocks).containsExactly(blocks);
    }
}
