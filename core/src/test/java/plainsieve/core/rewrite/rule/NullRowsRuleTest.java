package plainsieve.core.rewrite.rule;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NullRowsRuleTest {
    private static final RuleOutcome RULE = RuleOutcome.rule(new NullRowsRule());

    @ParameterizedTest
    @CsvSource(delimiter = '#', nullValues = "none", textBlock = """
            x = :null_one # null_one= # x is null
            :null_one = x # null_one= # x is null
            x in (:null_one) # null_one= # x is null
            x <> :null_one # null_one= # x is not null
            x not in (:null_one) # null_one= # x is not null
            x = any(:null_one) # null_one= # x is null
            lower(x) = lower(:null_one) # null_one= # lower(x) is null
            """)
    void selectsNullRows(String condition, String choices, String becomes) {
        assertThat(RULE.on(condition, choices)).isEqualTo(becomes);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', textBlock = """
            x = :null_one # null_one=a
            x = :vessel # vessel=
            x = :must # must=a
            x >= :null_one # null_one=
            x like :null_one # null_one=
            x between :null_one and 5 # null_one=
            x in ('A', :null_one) # null_one=
            f(:null_one) = :vessel # null_one= vessel=a
            """)
    void requiresTheBlankRule(String condition, String choices) {
        assertThat(RULE.on(condition, choices)).isEqualTo(RuleOutcome.NOT);
    }
}
