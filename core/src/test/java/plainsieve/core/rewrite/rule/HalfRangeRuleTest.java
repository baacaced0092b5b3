package plainsieve.core.rewrite.rule;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class HalfRangeRuleTest {
    private static final RuleOutcome RULE = RuleOutcome.rule(new HalfRangeRule());

    @ParameterizedTest
    @CsvSource(delimiter = '#', nullValues = "none", textBlock = """
            x between :day and :to # day=2026-03-01 # x >= 2026-03-01
            x between :day and :to # to=2026-03-02 # x <= 2026-03-02
            x not between :day and :to # day=2026-03-01 # x < 2026-03-01
            x not between :day and :to # to=2026-03-02 # x > 2026-03-02
            x between :day and 5 + :n # n=3 # x <= 5 + 3
            x between :day and now() # day= # x <= now()
            x between now() and :to # to= # x >= now()
            f(x, 1) between :day::date and :to # day=2026-03-01 # f(x, 1) >= 2026-03-01::date
            """)
    void keepsTheGivenHalf(String condition, String choices, String becomes) {
        assertThat(RULE.on(condition, choices)).isEqualTo(becomes);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', textBlock = """
            x between :day and :to # day=2026-03-01 to=2026-03-02
            x between :day and :to # day= to=
            x between :null_one and :must # null_one= must=a
            :day between x and y # day=
            x + :n between :day and :to # n= day=2026-03-01
            x = :day # day=
            x in (:port) # port=A
            x >= :day # day=2026-03-01
            """)
    void ignoresClosedAndEmptyRanges(String condition, String choices) {
        assertThat(RULE.on(condition, choices)).isEqualTo(RuleOutcome.NOT);
    }
}
