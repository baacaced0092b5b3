package plainsieve.core.rewrite.rule;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PatternEscapeRuleTest {
    private static final RuleOutcome RULE = RuleOutcome.rule(new PatternEscapeRule());

    @ParameterizedTest
    @CsvSource(delimiter = '#', nullValues = "none", textBlock = """
            x like '%' || :vessel || '%' # vessel=5%_ # x like '%' || 5\\%\\_ || '%'
            x like :vessel || '%' # vessel=a_b # x like a\\_b || '%'
            x like '%' || :vessel # vessel=a # x like '%' || a
            x not like '%' || :vessel # vessel=% # x not like '%' || \\%
            x ilike '%' || :vessel # vessel=% # x ilike '%' || \\%
            x like concat('%', :vessel, '%') # vessel=% # x like concat('%', \\%, '%')
            x like concat('%', f(1), :vessel) # vessel=% # x like concat('%', f(1), \\%)
            x like concat_ws('', '%', :vessel) # vessel=% # x like concat_ws('', '%', \\%)
            x like '%' || :vessel escape '!' # vessel=a!b% # x like '%' || a!!b!% escape '!'
            """)
    void escapesText(String condition, String choices, String becomes) {
        assertThat(RULE.on(condition, choices)).isEqualTo(becomes);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', textBlock = """
            x like :vessel # vessel=5%
            x like lower(:vessel) # vessel=5%
            x like f('%', :vessel) # vessel=5%
            x like '%' || :n # n=5
            x like '%' || :vessel # vessel=
            x = '%' || :vessel # vessel=%
            """)
    void ignoresAParameterThatIsThePattern(String condition, String choices) {
        assertThat(RULE.on(condition, choices)).isEqualTo(RuleOutcome.NOT);
    }

    @ParameterizedTest
    @CsvSource({"duckdb, true", "sqlite, true", "postgresql, false", "mariadb, false"})
    void declaresTheEscapeOnlyWhereNeeded(String dialect, boolean named) {
        String sent = RULE.in(dialect).on("x like concat('%', :vessel)", "vessel=a");
        assertThat(sent.endsWith(" escape '\\'")).isEqualTo(named);
        assertThat(RULE.in(dialect).on("x like concat('%', :vessel) escape '!'", "vessel=a"))
                .endsWith(" escape '!'");
    }
}
