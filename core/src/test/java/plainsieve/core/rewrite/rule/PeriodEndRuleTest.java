package plainsieve.core.rewrite.rule;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PeriodEndRuleTest {
    private static final RuleOutcome RULE = RuleOutcome.rule(new PeriodEndRule());

    @ParameterizedTest
    @CsvSource(delimiter = '#', nullValues = "none", textBlock = """
            x <= :month # month=2026-12 # x < 2027-01-01
            x > :month # month=2026-02 # x >= 2026-03-01
            :month >= x # month=2026-02 # 2026-03-01 > x
            x + :n <= :month # month=2026-02 n=1 # x + :n < 2026-03-01
            :day <= :month # month=2026-02 day=2026-02-01 # :day < 2026-03-01
            :month < x # month=2026-02 # 2026-03-01 <= x
            x between :month and :month # month=2026-02 # (x >= :month and x < 2026-03-01)
            x not between :month and :month # month=2026-02 # (x < :month or x >= 2026-03-01)
            x between :day and :month # day= month=2026-02 # x < 2026-03-01
            x not between :day and :month # day= month=2026-02 # x >= 2026-03-01
            x between 1 and :month # month=2026-02 # (x >= 1 and x < 2026-03-01)
            """)
    void includesTheWholeLastPeriod(String condition, String choices, String becomes) {
        assertThat(RULE.on(condition, choices)).isEqualTo(becomes);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', textBlock = """
            x < :month # month=2026-02
            x >= :month # month=2026-02
            :month > x # month=2026-02
            :month <= x # month=2026-02
            x <= :day # day=2026-02-01
            x <= :month # month=
            x <= :month + y # month=2026-02
            x <= :month + :n # month=2026-02 n=1
            x + :n <= :month # month=2026-02 n=
            :day <= :month # month= day=2026-02-01
            x between :day and :month + y # day=2026-01-01 month=2026-02
            x between :month and :day # month=2026-02 day=2026-03-01
            x between :day and :month # day=2026-01-01 month=
            x = :month # month=2026-02
            x in (:months) # months=2026-02
            f(x, :month) # month=2026-02
            x like :month # month=2026-02
            """)
    void ignoresAnExactEnd(String condition, String choices) {
        assertThat(RULE.on(condition, choices)).isEqualTo(RuleOutcome.NOT);
    }

    @org.junit.jupiter.api.Test
    void isRefusedWhereTheColumnWouldBeWrittenTwiceWithItsParameter() {
        assertThat(RULE.refusal("x + :n between :day and :month", "n=1 day=2026-01-01 month=2026-02"))
                .isEqualTo("not-supported");
    }
}
