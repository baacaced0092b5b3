package plainsieve.core.rewrite.rule;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ExpandValuesRuleTest {
    private static final RuleOutcome RULE = RuleOutcome.rule(new ExpandValuesRule());

    @ParameterizedTest
    @CsvSource(delimiter = '#', nullValues = "none", textBlock = """
            x = :port # port=A+B # x in (A, B)
            x = :port # port=A+B+C # x in (A, B, C, C)
            x in (:port) # port=A+B # x in (A, B)
            x <> :port # port=A+B # x not in (A, B)
            x not in (:port) # port=A+B # x not in (A, B)
            :port = x # port=A+B # x in (A, B)
            :port <> x # port=A+B # x not in (A, B)
            x = any(:port) # port=A # x in (A)
            x = lower(:port) # port=A+B # x in (lower(A), lower(B))
            x in (:port) # port=- # x is null
            x not in (:port) # port=- # x is not null
            x in (:port) # port=A+- # (x in (A) or x is null)
            x not in (:port) # port=A+- # (x not in (A) and x is not null)
            x in (:each) # each=* # x in (A, B)
            x not in (:ports) # ports=* # x not in (A, B)
            x in ('C', :port) # port=A+B # x in ('C', A, B)
            x in (:port, 'C', :ns) # port=- ns=1 # (x in ('C', 1) or x is null)
            x in ('C', :port, 'D') # port=- # (x in ('C', 'D') or x is null)
            x not in ('C', :port) # port=- # (x not in ('C') and x is not null)
            x in (:port, :ns) # port=- ns=- # x is null
            x not in (:port, :ns) # port=- ns=- # x is not null
            x in (f(:port), 'C') # port=A+B # x in (f(A), f(B), 'C')
            x in (:vessel, :ns) # vessel=A ns=1+2 # x in (:vessel, 1, 2)
            """)
    void writesEveryValue(String condition, String choices, String becomes) {
        assertThat(RULE.on(condition, choices)).isEqualTo(becomes);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', textBlock = """
            x = :vessel # vessel=A
            x in (:vessel) # vessel=A
            x in ('C', :vessel) # vessel=A
            x = :vessel # vessel=
            x >= :ns # ns=1+2
            x like :port # port=A+B
            x between :ns and 5 # ns=1
            f(:port) # port=A+B
            x in (f(:port, :ns), 'C') # port=A+B ns=1+2
            """)
    void ignoresASingleValue(String condition, String choices) {
        assertThat(RULE.on(condition, choices)).isEqualTo(RuleOutcome.NOT);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', textBlock = """
            x || :vessel in (:port) # vessel=a port=A+- # not-supported
            x || :vessel in ('C', :port) # vessel=a port=A+- # not-supported
            """)
    void rejectsDuplicatingAColumnWithItsParameter(String condition, String choices, String kind) {
        assertThat(RULE.refusal(condition, choices)).isEqualTo(kind);
    }

    @ParameterizedTest
    @CsvSource({"64, x in (", "65, x = any(<65>)", "10000, x = any(<10000>)"})
    void bindsALongListAtOnce(int count, String begins) {
        assertThat(RULE.on("x in (:ns)", numbers(count))).startsWith(begins);
    }

    @ParameterizedTest
    @CsvSource({"duckdb", "postgresql"})
    void doesNotBindAListInsideAFunction(String dialect) {
        assertThat(RULE.in(dialect).on("x in (abs(:ns))", numbers(100))).startsWith("x in (abs(0), abs(1), ");
    }

    @ParameterizedTest
    @CsvSource({"65000, x in (0", "65001, refused"})
    void respectsTheBindLimitOfTheDatabase(int count, String begins) {
        RuleOutcome mariadb = RULE.in("mariadb");
        String choices = numbers(count).replace("ns=", "port=");
        if (begins.equals("refused")) {
            assertThat(mariadb.refusal("x in (:port)", choices)).isEqualTo("limit-exceeded");
        } else {
            assertThat(mariadb.on("x in (:port)", choices)).startsWith(begins);
        }
    }

    private static String numbers(int count) {
        return "ns="
                + java.util.stream.IntStream.range(0, count)
                        .mapToObj(Integer::toString)
                        .collect(java.util.stream.Collectors.joining("+"));
    }
}
