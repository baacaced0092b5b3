package plainsieve.core.steps.assist;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.steps.compile.FerryTables;
import plainsieve.core.steps.compile.StepsAnalysis;

/** Hints of a step: rows that it cannot process, and an earlier position. */
class StepHintsTest {
    private static StepsAnalysis read(String... lines) {
        StepsAnalysis analysis = StepsAnalysis.of(
                "steps 1\nfrom crossings\n" + String.join("\n", lines), Dialects.of("postgresql"), FerryTables.all());
        assertThat(analysis.problems()).isEmpty();
        return analysis;
    }

    private static Optional<String> odd(String line) {
        return ProblemRows.of(read(line).steps().get(1)).map(ProblemRows::line);
    }

    private static Optional<Integer> earlier(String... lines) {
        return FilterPushdownHint.all(read(lines).steps()).get(lines.length).map(FilterPushdownHint::step);
    }

    @Test
    void suggestsReviewingUnmatchedRows() {
        assertThat(odd("join ports on port_id, adding name as port; keep all rows"))
                .contains("keep rows without a match in ports on port_id");
        assertThat(odd("join ports on ports.name = ':x; ' and ports.island = :island, adding island; keep all rows"))
                .contains("keep rows without a match in ports on ports.name = ':x; ' and ports.island = :island");
        assertThat(odd("join values (port_id, b): (1, 'x') on port_id, adding b; keep all rows"))
                .contains("keep rows without a match in values (port_id, b): (1, 'x') on port_id");
        assertThat(odd("distinct rows")).isEmpty();
        assertThat(odd("join query 'late' called with :min = port_id, adding state as s; keep all rows"))
                .isEmpty();
    }

    @Test
    void suggestsReviewingUnfittingValues() {
        String line = "add column n = 1 + (whole number of state or else 0)";
        String unfit = odd(line).orElseThrow();
        assertThat(unfit).isEqualTo("where ((state) has a value and (whole number of (state)) has no value)");
        assertThat(read(unfit).statement().sql()).contains("state is not null").contains(" is null");
        assertThat(odd("add column n = length of state")).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            join ports on port_id, adding name as port; keep all rows | where delay_min > 5          | 1
            join ports on port_id, adding name as port; keep all rows | where port = 'x'            |
            join ports on port_id, adding name as port; keep all rows | where state = 'x' or port = 'x' |
            group by state: count of rows as n                               | where state = :state        | 1
            group by state: count of rows as n                               | where n > 2           |
            group by state as s: count of rows as n                          | where s = 'x'               |
            aggregate all rows: count of rows as n                          | where 1 = :x                |
            join query 'late' called with :min = port_id, adding port_id as p; keep all rows | where delay_min > 5 |
            join ports on port_id, adding name as state2; keep all rows     | where state = 'x'           | 1
            group by state, port_id: count of rows as n; with subtotals | where state = 'x'     |
            first 3 rows of each state by delay_min                           | where state = 'x'           | 1
            first 3 rows of each state by delay_min                           | where delay_min = 3         |
            first 3 rows by delay_min                                         | where state = 'x'           |
            running total of delay_min as r of each state by departed_at      | where state = 'x'           | 1
            running total of delay_min as r of each state by departed_at      | where port_id = 1           |
            distinct rows                                                     | where state = 'x'           | 1
            sort by state                                                     | where state = 'x'           |
            add column state = 'x'                                             | where state = 'x'           |
            off: first 3 rows                                                 | where state = 'x'           |
            union all crossings                                   | where state = 'x'           |
            """)
    void suggestsAnEarlierPlaceOnlyForTheSameRows(String before, String condition, Integer place) {
        assertThat(earlier(before, condition.replace(">", "is above"))).isEqualTo(Optional.ofNullable(place));
    }

    @Test
    void movesBeforeAllIndependentSteps() {
        String join = "join ports on port_id, adding name as port; keep all rows";
        assertThat(earlier("sort by state", join, "add column x = 1", "distinct rows", "where delay_min = 3"))
                .contains(2);
        assertThat(earlier("add column x = delay_min + 1", join, "where x = 3")).contains(2);
        assertThat(earlier(join, "rename delay_min to late", "where late = 3")).isEmpty();
        assertThat(earlier(join, "columns port, delay_min", "where delay_min = 3"))
                .contains(1);
        assertThat(earlier(join, "columns port, delay_min as state", "where state = 3"))
                .isEmpty();
    }

    /** A preceding join shows whether the condition can pass the step: only then does it move before the join. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            sort by state                                         | where state = 'x'     | true
            distinct rows                                         | where state = 'x'     | true
            columns state, port                                   | where state = 'x'     | true
            columns state as s, port as state                     | where s = 'x'         | false
            columns delay_min, port as state                      | where state = 'x'     | false
            rename state to s                                     | where s = 'x'         | false
            rename port to p                                      | where state = 'x'     | true
            add column n = delay_min + 1                          | where state = 'x'     | true
            add column n = delay_min + 1                          | where n > 2           | false
            fill blanks of delay_min with 0                       | where state = 'x'     | true
            fill blanks of delay_min with 0                       | where delay_min = 0   | false
            replace in state: 'x' with 'y'                        | where state = 'y'     | false
            replace in port: 'x' with 'y'                         | where state = 'y'     | true
            split port at '-' into a and b                         | where state = 'y'     | true
            split port at '-' into a and b                         | where a = 'y'         | false
            group by state: count of rows as n                    | where state = 'y'     | true
            aggregate all rows: count of rows as n                | where n > 0           | false
            first 3 rows                                          | where state = 'y'     | false
            """)
    void passesStepsThatKeepTheRows(String step, String condition, boolean passes) {
        StepsAnalysis analysis = StepsAnalysis.of(
                "steps 1\nfrom crossings\njoin ports on port_id, adding name as port; keep all rows\n" + step + "\n"
                        + condition,
                Dialects.of("postgresql"),
                FerryTables.all());
        assertThat(analysis.problems()).as(step).isEmpty();
        Optional<Integer> place =
                FilterPushdownHint.all(analysis.steps()).get(3).map(FilterPushdownHint::step);
        assertThat(place.filter(at -> at == 1).isPresent()).as(step).isEqualTo(passes);
    }
}
