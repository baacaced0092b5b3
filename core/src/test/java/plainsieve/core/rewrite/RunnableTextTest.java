package plainsieve.core.rewrite;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.statement.RunnableText;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

class RunnableTextTest {
    private static Statement statement(String query, String dialect) {
        return PreparedQuery.of(query, Dialects.of(dialect))
                .rewrite(
                        new Choices(
                                Map.of(
                                        "word", Parameter.of("word", Type.TEXT).asMultiple(),
                                        "day", Parameter.of("day", Type.DATE),
                                        "flag", Parameter.of("flag", Type.BOOLEAN)),
                                Map.of(
                                        "word", new Choice.Many(List.of(new Value.Text("it's \\ ?")), false),
                                        "day", new Choice.One(new Value.Day(LocalDate.of(2026, 3, 1))),
                                        "flag", new Choice.One(new Value.Truth(true)))),
                        ResultShape.allRows(),
                        Statement.NO_CAP);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '"',
            value = {
                "postgresql | w in ('it''s \\ ?') and d = date '2026-03-01' and f = true",
                "duckdb | w in ('it''s \\ ?') and d = date '2026-03-01' and f = true",
                "mariadb | w in ('it''s \\\\ ?') and d = date '2026-03-01' and f = true",
                "sqlite | w in ('it''s \\ ?') and d = '2026-03-01' and f = 1",
            })
    void containsTheValues(String dialect, String condition) {
        Statement statement = statement("select 1 from t where w in (:word) and d = :day and f = :flag", dialect);
        assertThat(RunnableText.of(statement, Dialects.of(dialect)))
                .isEqualTo("select 1 from t where " + condition + "\n;\n");
    }

    @Test
    void mapsErrorPositionsToTheAuthorText() {
        Dialect dialect = Dialects.of("postgresql");
        String author = "select w\nfrom t\nwhere w in (:word)\n  and zz = 1 and d = :day and zz = 2";
        Statement statement = statement(author, "postgresql");
        int second = statement.text().lastIndexOf("zz");
        assertThat(ErrorLocation.of(author, statement, OptionalInt.of(second), "no column", dialect))
                .hasValueSatisfying(location -> assertThat(location.start()).isEqualTo(author.lastIndexOf("zz")));
        assertThat(ErrorLocation.of(author, statement, OptionalInt.empty(), "no such column: t.zz", dialect))
                .hasValueSatisfying(location -> assertThat(location.line()).isEqualTo(4));
        assertThat(ErrorLocation.of(author, statement, OptionalInt.empty(), "out of memory", dialect))
                .isEmpty();
    }
}
