package plainsieve.core.rewrite.rule;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.sql.ParsedQuery;

class CaseFilterTest {
    private static ConditionSite site(String condition) {
        return ConditionSite.findAll(ParsedQuery.parse("select 1 from t where " + condition, Dialects.of("postgresql")))
                .get(0);
    }

    private static String filter(String condition) {
        ParsedQuery query = ParsedQuery.parse("select 1 from t where " + condition, Dialects.of("postgresql"));
        ConditionSite conditionSite = ConditionSite.findAll(query).get(0);
        return query.text()
                .substring(
                        query.tokens().start(conditionSite.span().from()),
                        query.tokens().end(conditionSite.span().to() - 1));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', quoteCharacter = '`', textBlock = """
            case when :p is null then true else x = :p end                     # x = :p
            CASE WHEN :p IS NULL THEN TRUE ELSE x in (:p, 1) END               # x in (:p, 1)
            case when :p is null then 1 when x = :p then 1 end = 1             # x = :p
            case when :p is null then 1 when x = :p then 1 else 0 end = 1      # x = :p
            1 = case when :p is null then 1 when x = :p then 1 else 0 end      # x = :p
            case when :p is null then 'Y' when f(x, 1) = :p then 'y' else 'N' end = 'Y' # f(x, 1) = :p
            """)
    void isReplacedByItsCondition(String condition, String filter) {
        assertThat(site(condition).isUnwrapped()).isTrue();
        assertThat(filter(condition)).isEqualTo(filter);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "case when :p = 'All' then true else x = :p end",
                "case when x is null then true else x = :p end",
                "case when :p is null then false else x = :p end",
                "case when :p is null then true end",
                "case when :p is null then true when y then z else x = :p end",
                "case when :p is null then 1 when x = :p then 2 end = 1",
                "case when :p is null then 2 when x = :p then 1 end = 1",
                "case when :p is null then 1 when x = :p then 1 else 1 end = 1",
                "case when :p is null then 1 when x = :p then 1 else y + 0 end = 1",
                "case when :p is null then 1 when y then 1 when x = :p then 1 end = 1",
                "case when :p is null then 1 when x = :p then 1 end > 0",
                "case when :p is null then 1 when x = :p then 1 end = 1 + 1",
                "case when :p is null then 1 end = 1",
                "1 = case when :p is null then 1 when x = :p then 1 end + 0",
                "2 = case when :p is null then 1 when x = :p then 1 end",
                "1 + case when :p is null then 1 when x = :p then 1 end = 1",
                "case :p when 1 then true else x = :p end",
                "case when :p is null then case when x then 1 end else y = :p end",
                "case when :p is null then true else (case when x then y end) = :p end"
            })
    void otherCaseExpressionsAreConditions(String condition) {
        assertThat(site(condition).isUnwrapped()).isFalse();
        assertThat(site(condition).settled()).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', textBlock = """
            x = case when :p is null then x else :p end          # true
            t.x = case when :p is null then T.X else :p end      # true
            x = case when :p is null then y else :p end          # false
            x = case when :p is null then x.y else :p end        # false
            x = case when :p is null then x else :p + 1 end      # false
            x = case when :p is null then x end                  # false
            x = case when x then x when :p is null then x else :p end # false
            x = case when y is null then x else :p end           # false
            x = case when :p is null then x else :p end + 1      # false
            x <> case when :p is null then x else :p end         # false
            x = case when :p is null then x else y end           # false
            """)
    void selfComparisonIsOptional(String condition, boolean membership) {
        boolean wrapped = site(condition).shape() instanceof ConditionShape.Membership one && one.wrapped();
        assertThat(wrapped).isEqualTo(membership);
        assertThat(site(condition).settled().isEmpty()).isNotEqualTo(membership);
    }
}
