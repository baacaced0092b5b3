package plainsieve.core.sql;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.sql.lexer.Lexer;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.Tokens;

class ComparisonTest {
    private static String comparison(String condition) {
        Tokens tokens =
                Lexer.scan(condition, Dialects.of("postgresql").syntax()).tokens();
        return Comparison.of(tokens, new Span(0, tokens.size()))
                .map(found -> "%s | %s%s | %s"
                        .formatted(
                                text(tokens, found.left()),
                                found.negatedWord() ? "not " : "",
                                found.kind(),
                                text(tokens, found.right())))
                .orElse("none");
    }

    private static String text(Tokens tokens, Span span) {
        return tokens.text().substring(tokens.start(span.from()), tokens.end(span.to() - 1));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', textBlock = """
            a = b                       # a | EQUAL | b
            a == b                      # a | EQUAL | b
            a <> b                      # a | NOT_EQUAL | b
            a != b                      # a | NOT_EQUAL | b
            a < b                       # a | LESS | b
            a <= b                      # a | LESS_OR_EQUAL | b
            a > b                       # a | GREATER | b
            a >= b                      # a | GREATER_OR_EQUAL | b
            a in (1)                    # a | IN | (1)
            a not in (1)                # a | not IN | (1)
            a between 1 and 2           # a | BETWEEN | 1 and 2
            a not between 1 and 2       # a | not BETWEEN | 1 and 2
            a like b                    # a | LIKE | b
            a not ilike b               # a | not LIKE | b
            a is null                   # a | OTHER | null
            a similar to b              # a | OTHER | to b
            a regexp b                  # a | OTHER | b
            a rlike b                   # a | OTHER | b
            a glob b                    # a | OTHER | b
            a xor b                     # a | OTHER | b
            f(a = 1) = b                # f(a = 1) | EQUAL | b
            case when a = 1 then 2 end = b # case when a = 1 then 2 end | EQUAL | b
            isnull(a) = b               # isnull(a) | EQUAL | b
            a + 1 = (b > c)             # a + 1 | EQUAL | (b > c)
            """)
    void requiresASingleTopLevelOperator(String condition, String found) {
        assertThat(comparison(condition)).isEqualTo(found);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "a",
                "a + b",
                "f(a = b)",
                "a = b = c",
                "a < b is true",
                "= b",
                "not a",
                "a isnull",
                "a =",
                "a between 1 and 2 = b",
                "a xor b = c",
                "case when a = 1 then 2 end"
            })
    void ignoresOtherExpressions(String condition) {
        assertThat(comparison(condition)).isEqualTo("none");
    }
}
