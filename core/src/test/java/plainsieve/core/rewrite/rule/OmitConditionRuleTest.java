package plainsieve.core.rewrite.rule;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class OmitConditionRuleTest {
    private static final RuleOutcome RULE = RuleOutcome.rule(new OmitConditionRule());

    @ParameterizedTest
    @CsvSource(delimiter = '#', nullValues = "none", textBlock = """
            x = :vessel # vessel= # left out
            x >= :n + 1 # n= # left out
            f(:n, x) # n= # left out
            x between :day and :to # day= to= # left out
            x like '%' || :vessel # vessel= # left out
            x in (:ports) # ports=* # left out
            x = :ports # ports=* # left out
            x in ('C', :ports) # ports=* # left out
            x + :n > :vessel # n=1 vessel= # left out
            """)
    void omitsAnUnfilteredCondition(String condition, String choices, String becomes) {
        assertThat(RULE.on(condition, choices)).isEqualTo(becomes);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', textBlock = """
            x = :vessel # vessel=A
            x = :null_one # null_one=
            x = :must # must=a
            x not in (:ports) # ports=*
            x <> :ports # ports=*
            x not in ('C', :ports) # ports=*
            x in (:each) # each=*
            x in ('C', :each) # each=*
            x >= :ports # ports=*
            x in (:ports) # ports=A+B
            x in (:port) # port=-
            """)
    void keepsAFilteringCondition(String condition, String choices) {
        assertThat(RULE.on(condition, choices)).isEqualTo(RuleOutcome.NOT);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', textBlock = """
            a xor x = :vessel # vessel=
            x = :vessel xor a # vessel=
            a xor b xor x = :vessel # vessel=
            """)
    void isRejectedInAnXor(String condition, String choices) {
        assertThat(RULE.in("mariadb").refusal(condition, choices)).isEqualTo("not-supported");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', textBlock = """
            postgresql # x = xor(:vessel) # vessel=
            mariadb    # f((a xor b), :vessel) # vessel=
            duckdb     # xor(x, :vessel) = 1 # vessel=
            """)
    void ignoresOtherXors(String dialect, String condition, String choices) {
        assertThat(RULE.in(dialect).on(condition, choices)).isEqualTo("left out");
    }
}
