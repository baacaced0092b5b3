package plainsieve.core.steps.compile;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.steps.model.KnownColumn;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.TextLocation;

/** Analysis of steps: errors and their positions, columns after each step, and the origin of the SQL. */
class StepsAnalysisTest {
    private static StepsAnalysis read(String... lines) {
        return StepsAnalysis.of("steps 1\n" + String.join("\n", lines), Dialects.of("postgresql"), FerryTables.all());
    }

    private static StepsAnalysis readUnknown(String... lines) {
        return StepsAnalysis.of(
                "steps 1\n" + String.join("\n", lines), Dialects.of("postgresql"), FerryTables.unknown());
    }

    private static List<String> columns(StepsAnalysis analysis, int step) {
        return analysis.steps().get(step).columns().orElseThrow().stream()
                .map(KnownColumn::name)
                .toList();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '~', textBlock = """
            where dely_min = 3                        | unknown-column | dely_min
            where delay_min = 'x'                     | invalid-step  | 'x'
            columns state, stat                        | unknown-column | stat
            rename state to passengers                 | invalid-step   | passengers
            columns state, route_id as state           | invalid-step   | state
            join prts on port_id; keep all rows | unknown-table | prts
            join query 'lat' on port_id; keep all rows | unknown-query | query 'lat'
            join query 'round' on port_id; keep all rows | invalid-step | query 'round'
            join query 'late' called with :mim = port_id; keep all rows | invalid-step | :mim
            join ports on port_id, adding name as state; keep all rows | invalid-step | state
            where ports.name = 'x'                    | invalid-step       | ports.
            from ports                              | invalid-step       | from ports
            first delay_min rows                       | invalid-step       | delay_min
            drop columns state, stat                | unknown-column | stat
            """)
    void reportsErrorsAtTheirWord(String line, String kind, String word) {
        StepsAnalysis analysis = read("from crossings", line);
        assertThat(analysis.made()).isEmpty();
        Problem problem = analysis.problems().get(0);
        assertThat(problem.kind().word()).isEqualTo(kind);
        TextLocation location = problem.place().orElseThrow();
        assertThat(location.line()).isEqualTo(3);
        String text = "steps 1\nfrom crossings\n" + line;
        assertThat(text.substring(location.start(), location.end())).isEqualTo(word);
    }

    @Test
    void suggestsTheNearestColumn() {
        assertThat(read("from crossings", "where dely_min = 3")
                        .problems()
                        .get(0)
                        .advice())
                .isEqualTo("Did you mean “delay_min”?");
    }

    @Test
    void oneErrorDoesNotInvalidateOtherSteps() {
        StepsAnalysis analysis = read(
                "from crossings",
                "join prts on port_id, adding name as port; keep all rows",
                "where port = 'Ardlow'",
                "group by port: count of rows as n",
                "sort by n");
        assertThat(analysis.problems()).hasSize(1);
    }

    @Test
    void ignoresDisabledSteps() {
        StepsAnalysis analysis = read("from crossings", "off: where nothing_like_it is 3", "where delay_min = 3");
        assertThat(analysis.problems()).isEmpty();
        assertThat(analysis.steps().get(1).problem()).isPresent();
        assertThat(analysis.statement().sql()).isEqualTo("select *\nfrom crossings\nwhere delay_min = 3");
    }

    @Test
    void reportsMissingSteps() {
        assertThat(StepsAnalysis.of("steps 1", Dialects.of("duckdb"), FerryTables.all())
                        .problems())
                .extracting(problem -> problem.kind().word())
                .containsExactly("no-steps");
        assertThatThrownBy(() -> read("where delay_min = 3").statement()).isInstanceOf(ProblemException.class);
    }

    @Test
    void tracksColumnsAndTypesThroughEveryStep() {
        StepsAnalysis analysis = read(
                "from crossings",
                "columns port_id, delay_min, departed_at",
                "join ports on port_id, adding name as port; keep all rows",
                "add column month = start of month of departed_at",
                "group by port, month: average of delay_min as delay",
                "rename port to harbour");
        assertThat(columns(analysis, 1)).containsExactly("port_id", "delay_min", "departed_at");
        assertThat(columns(analysis, 5)).containsExactly("harbour", "month", "delay");
        assertThat(analysis.steps().get(5).columns().orElseThrow())
                .extracting(column -> column.type().map(Enum::name).orElse(""))
                .containsExactly("TEXT", "DATE", "DECIMAL");
        assertThat(analysis.steps())
                .extracting(StepsAnalysis.AnalyzedStep::fresh)
                .extracting(fresh -> String.join(",", fresh))
                .containsExactly("", "", "port", "month", "delay", "harbour");
    }

    @Test
    void mapsStatementPositionsToWords() {
        String text = "steps 1\nfrom crossings\nwhere delay_min > :min\nfirst 3 rows by state";
        StepsAnalysis analysis = StepsAnalysis.of(text, Dialects.of("mariadb"), FerryTables.all());
        String sql = analysis.statement().sql();
        for (String word : List.of("delay_min", ":min", "state", "crossings")) {
            TextLocation inSql = TextLocation.of(sql, sql.indexOf(word), sql.indexOf(word) + word.length());
            TextLocation location = analysis.place(text, inSql).orElseThrow();
            assertThat(text.substring(location.start(), location.end())).contains(word);
        }
        TextLocation select = TextLocation.of(sql, 0, "select".length());
        assertThat(analysis.place(text, select)).isEmpty();
    }

    @Test
    void isDeterministic() {
        String[] lines = {
            "from crossings",
            "join ports on port_id, adding name as port; keep all rows",
            "first 2 rows of each port by delay_min",
            "columns port, delay_min"
        };
        assertThat(read(lines).statement()).isEqualTo(read(lines).statement());
        assertThat(readUnknown(lines).statement().sql().replaceAll("nulls last", ""))
                .isEqualTo(read(lines).statement().sql().replaceAll("nulls last", ""));
    }

    @ParameterizedTest
    @ValueSource(strings = {"rename state to s", "drop columns state", "fill blanks of state with 'x'"})
    void requiresColumnsBeforeChangingAnUnknownOne(String line) {
        assertThat(readUnknown("from crossings", line).problems())
                .extracting(problem -> problem.kind().word())
                .containsExactly("unknown-column");
        assertThat(readUnknown("from crossings", "columns state, port_id", line).problems())
                .isEmpty();
    }

    @Test
    void readsBackANewColumnBesideUnknownOnes() {
        assertThat(readUnknown("from crossings", "add column s = state", "drop columns s")
                        .statement()
                        .sql())
                .isEqualTo("select *\nfrom crossings");
    }

    @Test
    void quotesAmbiguousNames() {
        assertThat(readUnknown("from \"Odd Table\"", "where \"Größe\" = 1 and \"order\" = 2 and x = 3")
                        .statement()
                        .sql())
                .isEqualTo("select *\nfrom \"Odd Table\"\nwhere \"Größe\" = 1\n  and \"order\" = 2\n  and x = 3");
    }

    @Test
    void ignoresCaseOfTablesAndColumns() {
        assertThat(readUnknown("from Ports", "where Island = 'x'").statement().sql())
                .isEqualTo("select *\nfrom \"Ports\"\nwhere \"Island\" = 'x'");
        StepsAnalysis known = StepsAnalysis.of(
                "steps 1\nfrom ports\nwhere Island = 'x'", Dialects.of("postgresql"), FerryTables.all());
        assertThat(known.statement().sql()).isEqualTo("select *\nfrom ports\nwhere island = 'x'");
    }

    @Test
    void keepsAnApostropheInText() {
        assertThat(read("from ports", "where name = 'St. Ann''s; -- x'")
                        .statement()
                        .sql())
                .endsWith("name = 'St. Ann''s; -- x'");
    }

    @Test
    void scalesLinearlyWithSteps() {
        String lines = IntStream.range(0, 60)
                .mapToObj(i -> "add column x" + (i + 1) + ": x" + i + " + x" + i)
                .collect(Collectors.joining("\n"));
        StepsAnalysis analysis = StepsAnalysis.of(
                "steps 1\nfrom crossings\ncolumns delay_min as x0\n" + lines, Dialects.of("sqlite"), FerryTables.all());
        assertThat(analysis.statement().sql().length()).isLessThan(60_000);
    }

    @Test
    void acceptsSeveralHundredSteps() {
        String lines = IntStream.range(0, 300)
                .mapToObj(i -> i % 3 == 0 ? "first " + (1000 - i) + " rows by delay_min" : "where delay_min > " + i)
                .collect(Collectors.joining("\n"));
        StepsAnalysis analysis =
                StepsAnalysis.of("steps 1\nfrom crossings\n" + lines, Dialects.of("duckdb"), FerryTables.all());
        assertThat(analysis.problems()).isEmpty();
        assertThat(analysis.statement().sql()).contains("limit 703");
    }

    @Test
    void keepsAnUnusedJoinWithoutAProvenKey() {
        String unused = "join ports on ports.island = state, adding name as port; keep all rows";
        String inner = "join ports on port_id, adding name as port; keep only matching rows";
        assertThat(read("from crossings", unused, "columns state").statement().sql())
                .contains("left join");
        assertThat(read("from crossings", inner, "columns state").statement().sql())
                .contains("join");
        assertThat(readUnknown(
                                "from crossings",
                                "join ports on port_id, adding name as port; keep all rows",
                                "columns state")
                        .statement()
                        .sql())
                .contains("left join");
    }

    @Test
    void ignoresAKeyNameThatAQueryReuses() {
        FerryTables renamed =
                new FerryTables(true, Map.of("renamed", "steps 1\nfrom ports\ncolumns island as port_id, name"));
        String steps = "steps 1\nfrom crossings\n"
                + "join query 'renamed' on port_id, adding name; keep all rows\ncolumns state";
        assertThat(StepsAnalysis.of(steps, Dialects.of("postgresql"), renamed)
                        .statement()
                        .sql())
                .contains("left join ports p on p.island = c.port_id");
    }

    @Test
    void omitsAnUnusedJoin() {
        assertThat(read(
                                "from crossings",
                                "join ports on port_id, adding name as port; keep all rows",
                                "join vessels on vessels.vessel_id = vessel_id and vessels.name = port, adding name as vessel; keep all rows",
                                "columns state")
                        .statement()
                        .sql())
                .isEqualTo("select state\nfrom crossings");
    }

    @Test
    void filtersBeforeGrouping() {
        assertThat(read("from crossings", "group by state: count of rows as n", "where state = 'SAILED' and n > 3")
                        .statement()
                        .sql())
                .isEqualTo("""
                        select state, count(*) as n
                        from crossings
                        where state = 'SAILED'
                        group by state
                        having count(*) > 3""");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "first 3 rows by state",
                "first 3 rows of each state by delay_min",
                "running total of delay_min as so_far by state"
            })
    void doesNotFilterBeforeAWindow(String before) {
        String sql = read("from crossings", before, "where delay_min > 3")
                .statement()
                .sql();
        assertThat(sql.indexOf("delay_min > 3")).isGreaterThan(sql.indexOf(") r"));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            delay_min / 2       | delay_min * 1.0 / 2
            delay_min / 0       | delay_min * 1.0 / nullif(0, 0)
            delay_min / (1 - 1) | delay_min * 1.0 / nullif(1 - 1, 0)
            delay_min / :n      | delay_min * 1.0 / nullif(:n, 0)
            """)
    void divisionByZeroIsNull(String words, String sql) {
        assertThat(read("from crossings", "columns delay_min", "add column x: " + words)
                        .statement()
                        .sql())
                .contains(sql + " as x");
    }

    @Test
    void doesNotGroupByParameters() {
        assertThat(read("from crossings", "group by delay_min + :more as delay: count of rows as n")
                        .statement()
                        .sql())
                .isEqualTo("""
                        select delay, count(*) as n
                        from (
                          select delay_min + :more as delay
                          from crossings
                        ) r
                        group by delay""");
    }

    @Test
    void selectsOnlyUsedColumns() {
        assertThat(read("from crossings", "first 9 rows by passengers", "group by state: count of rows as n")
                        .statement()
                        .sql())
                .contains("  select state\n  from crossings");
    }

    @Test
    void doesNotGuessUnknownSteps() {
        StepsAnalysis analysis = read("from crossings", "wherever");
        assertThat(analysis.steps().get(1).marks()).isEmpty();
        assertThat(analysis.steps().get(1).step()).isEqualTo(Optional.empty());
    }
}
