package plainsieve.core.sql;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.sql.lexer.Span;

class WindowsTest {
    @ParameterizedTest
    @CsvSource(delimiter = '#', textBlock = """
            select x from t                                                             # true
            select sum(y) over (partition by x) from t                                  # true
            select sum(y) over (partition by z, x order by y rows 5 preceding) from t   # true
            select sum(y) over (partition by f(z, 1), x range unbounded preceding) from t # true
            select sum(y) over (partition by x groups 1 preceding) from t               # true
            select sum(y) over w from t window w as (partition by x)                    # true
            select sum(y) over W from t window w as (partition by x)                    # true
            select sum(y) over (w order by y) from t window w as (partition by x)       # true
            select sum(y) over w2 from t window w as (partition by x), w2 as (w order by y) # true
            select 1 from t qualify row_number() over (partition by x order by y) = 1   # true
            select (select sum(y) over () from s) from t                                # true
            select sum(y) over () from t                                                # false
            select sum(y) over (order by x) from t                                      # false
            select sum(y) over (partition by z) from t                                  # false
            select sum(y) over (partition by z order by x) from t                       # false
            select sum(y) over (partition by z rows between x preceding and current row) from t # false
            select sum(y) over (partition by x), sum(y) over (partition by z) from t    # false
            select sum(y) over w from t window w as (order by x)                        # false
            select sum(y) over unknown from t                                           # false
            select 1 from t qualify row_number() over (order by x) = 1                  # false
            """)
    void areAllPartitionedByTheColumn(String text, boolean all) {
        ParsedQuery query = ParsedQuery.parse(text, Dialects.of("duckdb"));
        Block block = ((QueryLevel.Operand.Plain) query.top().operands().get(0)).block();
        assertThat(Windows.of(query, block)
                        .allPartitionedBy(
                                part -> part.length() == 1 && query.tokens().isWord(part.from(), "x")))
                .isEqualTo(all);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', textBlock = """
            sum(y) over (partition by x)       # true
            1 + sum(y) over w                  # true
            sum(y)                             # false
            over                               # false
            (select sum(y) over () from s)     # false
            """)
    void areRecognizedByOver(String expression, boolean windowed) {
        ParsedQuery query = ParsedQuery.parse("select " + expression + " from t", Dialects.of("duckdb"));
        Block block = ((QueryLevel.Operand.Plain) query.top().operands().get(0)).block();
        Span body = block.clause(Clause.Kind.SELECT).orElseThrow().body();
        assertThat(Windows.isWindowed(query, body)).isEqualTo(windowed);
    }
}
