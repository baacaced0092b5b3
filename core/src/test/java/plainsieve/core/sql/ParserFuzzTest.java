package plainsieve.core.sql;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Map;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.rewrite.filter.UniqueColumnNames;
import plainsieve.core.sql.lexer.TextEdit;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;

/** Random texts composed of relevant fragments cause only the engine's own error. */
@Tag("slow")
class ParserFuzzTest {
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
        "@>",
        "`",
        "#",
        "&&",
        "xor",
        "/*!",
        "@v",
        "lateral",
        "left",
        "over",
        "qualify",
        "like",
        "escape",
        "any"
    };

    @ParameterizedTest
    @ValueSource(strings = {"postgresql", "duckdb", "mariadb", "sqlite"})
    void throwsOnlyParseErrors(String dialectName) {
        Dialect dialect = Dialects.of(dialectName);
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

    /** A text without parameters, edits or a limit is unchanged but for aliases up to its end, byte for byte. */
    @ParameterizedTest
    @ValueSource(strings = {"postgresql", "duckdb", "mariadb", "sqlite"})
    void keepsTextWithoutParameters(String dialectName) {
        Dialect dialect = Dialects.of(dialectName);
        SplittableRandom random = new SplittableRandom(SEED);
        int alone = 0;
        for (int i = 0; i < TEXTS; i++) {
            String text = randomText(random).replace(":a", "a");
            try {
                PreparedQuery query = PreparedQuery.of(text, dialect);
                String sent = query.rewrite(new Choices(Map.of(), Map.of()), ResultShape.allRows(), Statement.NO_CAP)
                        .text();
                String named = TextEdit.apply(text, UniqueColumnNames.edits(query.query(), dialect));
                assertThat(named).startsWith(sent);
                assertThat(named.substring(sent.length())).matches("(?s)|;.*");
                alone++;
            } catch (ProblemException e) {
                continue;
            }
        }
        assertThat(alone).isGreaterThan(TEXTS / 1000);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"(", "[", "{", "(select ", "not ", "case when ", "- ", "x and (", "select (", "with x as ("})
    void rejectsExcessiveNesting(String piece) {
        String text = "select 1 from t where " + piece.repeat(100_000);
        for (Dialect dialect : Dialects.ALL) {
            try {
                ParsedQuery.parse(text, dialect);
            } catch (ProblemException e) {
                assertThat(e.first().place()).isPresent();
                assertThat(e.getMessage()).hasSizeLessThan(500);
            }
        }
    }

    @Test
    void rejectsExcessiveBalancedNesting() {
        String text = "select " + "(".repeat(100_000) + "1" + ")".repeat(100_000);
        for (Dialect dialect : Dialects.ALL) {
            assertThatThrownBy(() -> ParsedQuery.parse(text, dialect))
                    .isInstanceOf(ProblemException.class)
                    .hasMessageContaining("nested more deeply");
        }
    }

    /** Five megabytes are read and rewritten. The limit only stops what would take hours with a quadratic step. */
    @Timeout(120)
    @ParameterizedTest
    @ValueSource(
            strings = {
                " and x = :p",
                " or (a between 1 and :p)",
                " and (:p is null or x = :p)",
                ", (select 1)",
                " and x <> ':p'",
                " union select 1 from t where a = :p",
                " and exists (select 1 from s where b = :p limit :p)",
                " -- comment\n"
            })
    void readsFiveMegabytes(String piece) {
        String text = "select 1 from t where x = 1" + piece.repeat(5_000_000 / piece.length());
        Parameter p = Parameter.of("p", Type.INTEGER);
        Statement statement = PreparedQuery.of(text, Dialects.of("postgresql"))
                .rewrite(new Choices(Map.of("p", p), Map.of()), ResultShape.allRows(), Statement.NO_CAP);
        assertThat(statement.text()).startsWith("select 1 from t where x = 1");
    }
}
