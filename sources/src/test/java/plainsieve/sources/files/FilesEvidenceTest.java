package plainsieve.sources.files;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.evidence.Evidence;
import plainsieve.core.evidence.ExecutionSite;
import plainsieve.core.evidence.Plan;
import plainsieve.core.evidence.Verdict;
import plainsieve.core.parameter.ChoiceReader;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.value.Type;
import plainsieve.sources.Cancellation;
import plainsieve.sources.OutgoingStatement;
import plainsieve.sources.TestDatabases;

/** Choices reach the files: their placement in the plan, and the remaining rows. */
class FilesEvidenceTest extends WithFiles {

    private plainsieve.core.statement.Statement rewritten(
            String sql, Map<String, Parameter> parameters, Map<String, ChoiceText> chosen) {
        Choices choices = new Choices(parameters, ChoiceReader.readAll(parameters, chosen));
        return PreparedQuery.of(sql, Dialects.of("duckdb")).rewrite(choices, ResultShape.allRows(), 1_000);
    }

    private List<ExecutionSite> where(plainsieve.core.statement.Statement statement) {
        Plan plan = files.source()
                .explain(new OutgoingStatement.Sql(statement), false, FolderFixture.RUN, new Cancellation());
        return Evidence.of(statement, Dialects.of("duckdb"), plan).stream()
                .map(Verdict::where)
                .toList();
    }

    @Test
    void skipsFilesByName() throws Exception {
        for (int month = 1; month <= 3; month++) {
            parquet("select n as id, n % 7 as wind from range(1000) r(n)", "weather/2026_0" + month + ".parquet");
        }
        Map<String, Parameter> parameters = Map.of(
                "month", Parameter.of("month", Type.TEXT).asMultiple(), "wind", Parameter.of("wind", Type.INTEGER));
        var statement = rewritten(
                "select file, count(*) as n from weather where file in (:month) and wind >= :wind group by file",
                parameters,
                Map.of("month", ChoiceText.of("2026_02.parquet", "2026_03.parquet"), "wind", ChoiceText.of("6")));
        assertThat(where(statement)).containsExactly(ExecutionSite.BY_PART, ExecutionSite.WHILE_SCANNING);
        assertThat(TestDatabases.rows(files.source(), statement))
                .containsExactlyInAnyOrder(List.of("2026_02.parquet", 142L), List.of("2026_03.parquet", 142L));
    }

    @Test
    void filtersRowsOfStoredFiles() {
        files.write("weather_1.csv", "station,wind\n" + "A,1\nB,2\n".repeat(5_000));
        Map<String, Parameter> parameters =
                Map.of("station", Parameter.of("station", Type.TEXT), "least", Parameter.of("least", Type.INTEGER));
        var statement = rewritten(
                "select station, wind from weather_1 where station = :station and wind > :least",
                parameters,
                Map.of("station", ChoiceText.of("B"), "least", ChoiceText.of("1")));
        assertThat(where(statement)).containsExactly(ExecutionSite.WHILE_SCANNING, ExecutionSite.WHILE_SCANNING);
        assertThat(TestDatabases.rows(files.source(), statement)).hasSize(1_000).containsOnly(List.of("B", 2L));
    }
}
