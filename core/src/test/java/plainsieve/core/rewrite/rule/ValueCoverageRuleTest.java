package plainsieve.core.rewrite.rule;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ValueCoverageRuleTest {
    private static final RuleOutcome RULE = RuleOutcome.rule(new ValueCoverageRule());

    @ParameterizedTest
    @CsvSource(delimiter = '#', nullValues = "none", textBlock = """
            x = :month # month=2026-02 # (x >= 2026-02-01 and x < 2026-03-01)
            :month = x # month=2026-02 # (x >= 2026-02-01 and x < 2026-03-01)
            x <> :month # month=2026-02 # not (x >= 2026-02-01 and x < 2026-03-01)
            x in (:months) # months=2026-01+2026-02+2026-05 # (x >= 2026-01-01 and x < 2026-03-01 or x >= 2026-05-01 and x < 2026-06-01)
            x in (:months) # months=2026-01+- # ((x >= 2026-01-01 and x < 2026-02-01) or x is null)
            x not in (:months) # months=2026-01+- # (not (x >= 2026-01-01 and x < 2026-02-01) and x is not null)
            x = :word # word=ab # (x like %ab%)
            x <> :word # word=ab # not (x like %ab%)
            x in (:words) # words=a+b # (x like a% or x like b%)
            lower(x) = lower(:word) # word=ab # (lower(x) like lower(%ab%))
            x = any(:words) # words=a # (x like a%)
            """)
    void expandsCoveredValues(String condition, String choices, String becomes) {
        assertThat(RULE.on(condition, choices)).isEqualTo(becomes);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', textBlock = """
            x = :day # day=2026-02-01
            x in (:port) # port=A+B
            x = :month # month=
            x in (:months) # months=-
            x >= :month # month=2026-02
            x like :word # word=ab
            f(x) = f(:month) # month=2026-02
            x = month_end(:month) # month=2026-02
            x in ('A', :port) # port=B
            """)
    void ignoresExactValues(String condition, String choices) {
        assertThat(RULE.on(condition, choices)).isEqualTo(RuleOutcome.NOT);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', textBlock = """
            x in ('A', :word)  # word=ab     # not-supported
            x in (1, :months)  # months=2026-02 # not-supported
            x || :vessel = :word # vessel=a word=b # not-supported
            """)
    void rejectsWhatCannotBeExpressed(String condition, String choices, String kind) {
        assertThat(RULE.refusal(condition, choices)).isEqualTo(kind);
    }
}
