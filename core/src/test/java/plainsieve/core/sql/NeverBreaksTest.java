package plainsieve.core.sql;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.SplittableRandom;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.value.ProblemException;

/** Random texts, made of the pieces that matter, never bring out anything but the engine's own error. */
class NeverBreaksTest {
    private static final long SEED = 20260323;
    private static final int TEXTS = 20_000;
    private static final String[] PIECES = {
        "select",
        "from",
        "where",
        "and",
        "or",
        "not",
        "between",
        "in",
        "(",
        ")",
        "[",
        "]",
        "{",
        "}",
        ",",
        ";",
        ":a",
        "::",
        ":",
        ":=",
        "'",
        "''",
        "\"",
        "$$",
        "$t$",
        "$1",
        "?",
        "--",
        "\n",
        "\r\n",
        "/*",
        "*/",
        "E'",
        "\\",
        "x",
        "1.5e-3",
        "=",
        "<>",
        "limit",
        "union",
        "all",
        "with",
        "as",
        "on",
        "join",
        "filter",
        "group by",
        "order by",
        "case",
        "end",
        "\0",
        "\uD83D",
        "é",
        "\uFEFF",
        "fetch first",
        "values",
        "table",
        "using",
        "having",
        " ",
        " ",
        " ",
        "||",
        "->>",
        "@>"
    };

    @ParameterizedTest
    @ValueSource(strings = {"postgresql", "duckdb"})
    void throwsOnlyItsOwnError(String dialectName) {
        Dialect dialect = Dialect.named(dialectName).orElseThrow();
        SplittableRandom random = new SplittableRandom(SEED);
        int accepted = 0;
        for (int i = 0; i < TEXTS; i++) {
            String text = randomText(random);
            try {
                ParsedQuery.parse(text, dialect);
                accepted++;
            } catch (ProblemException e) {
                assertThat(e.problems())
                        .as("text %s, seed %d: %s", i, SEED, text)
                        .isNotEmpty();
            }
        }
        assertThat(accepted).isGreaterThan(TEXTS / 1000);
    }

    private static String randomText(SplittableRandom random) {
        StringBuilder text = new StringBuilder(random.nextBoolean() ? "select " : "");
        int length = random.nextInt(1, 30);
        for (int i = 0; i < length; i++) {
            text.append(PIECES[random.nextInt(PIECES.length)]).append(random.nextInt(3) > 0 ? " " : "");
        }
        return text.toString();
    }
}
