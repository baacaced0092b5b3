package plainsieve.core.sql;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.dialect.Dialects;

class CallArgumentTest {
    private static String call(String text) {
        ParsedQuery query = ParsedQuery.parse(text, Dialects.of("postgresql"));
        return CallArgument.of(query.tokens(), query.parameters().get(0).token())
                .map(call -> call.function() + " " + call.index())
                .orElse("none");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            select * from f(:p)                    | f 0
            select * from f(1, :p)                 | f 1
            select * from f((1, 2), g(3, 4), :p)   | f 2
            select * from s.f( :p , 2)             | f 0
            select * from "F x"(:p)                | F x 0
            select a from t where a in (f(:p), 2)  | f 0
            """)
    void isFoundWithItsPosition(String text, String call) {
        assertThat(call(text)).isEqualTo(call);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            select * from f(:p + 1)
            select * from f(1 + :p)
            select * from f(a => :p)
            select * from f((:p))
            select a from t where a = :p
            select :p, f(1)
            """)
    void isAbsentInLongerExpressions(String text) {
        assertThat(call(text)).isEqualTo("none");
    }
}
