package plainsieve.core.steps.assist;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.steps.compile.FerryTables;
import plainsieve.core.steps.compile.StepsAnalysis;

/** What is worth knowing of a step: rows that it can do nothing with, and an earlier place for it. */
class StepHintsTest {
    private static StepsAnalysis read(String... lines) {
        StepsAnalysis analysis = StepsAnalysis.of(
                "steps 1\nrows of crossings\n" + String.join("\n", lines),
                Dialects.of("postgresql"),
                FerryTables.all());
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
    void asksForRowsThatFoundNoOther() {
        assertThat(odd("beside each, its row of ports with the same port_id: name as port; rows without one are kept"))
                .contains("only those without a row of ports with the same port_id");
        assertThat(odd("beside each, its row of ports where their name is ':x; ' and their island is :island: island"))
                .contains("only those without a row of ports where their name is ':x; ' and their island is :island");
        assertThat(odd("beside each, its row of these (port_id, b): (1, 'x') with the same port_id: b"))
                .contains("only those without a row of these (port_id, b): (1, 'x') with the same port_id");
        assertThat(odd("distinct rows")).isEmpty();
        assertThat(odd("beside each, its row of query 'late' called with :min as port_id: state as s"))
                .isEmpty();
    }

    @Test
    void asksForValuesThatDoNotFit() {
        String line = "new column n: 1 + (whole number of state or else 0)";
        String unfit = odd(line).orElseThrow();
        assertThat(unfit).isEqualTo("where ((state) has a value and (whole number of (state)) has no value)");
        assertThat(read(unfit).statement().sql()).contains("state is not null").contains(" is null");
        assertThat(odd("new column n: length of state")).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            beside each, its row of ports with the same port_id: name as port | where delay_min > 5          | 1
            beside each, its row of ports with the same port_id: name as port | where port is 'x'            |
            beside each, its row of ports with the same port_id: name as port | where state is 'x' or port is 'x' |
            total by state: number of rows as n                               | where state is :state        | 1
            total by state: number of rows as n                               | where n is above 2           |
            total by state as s: number of rows as n                          | where s is 'x'               |
            total of everything: number of rows as n                          | where 1 is :x                |
            total by state, port_id: number of rows as n; also of every level above | where state is 'x'     |
            first 3 rows of each state by delay_min                           | where state is 'x'           | 1
            first 3 rows of each state by delay_min                           | where delay_min is 3         |
            first 3 rows by delay_min                                         | where state is 'x'           |
            running total of delay_min as r of each state by departed_at      | where state is 'x'           | 1
            running total of delay_min as r of each state by departed_at      | where port_id is 1           |
            distinct rows                                                     | where state is 'x'           | 1
            sort by state                                                     | where state is 'x'           |
            new column state: 'x'                                             | where state is 'x'           |
            off: first 3 rows                                                 | where state is 'x'           |
            under it, the rows of crossings                                   | where state is 'x'           |
            """)
    void offersAnEarlierPlaceOnlyWhereTheSameRowsAreKept(String before, String condition, Integer place) {
        assertThat(earlier(before, condition.replace(">", "is above"))).isEqualTo(Optional.ofNullable(place));
    }

    @Test
    void goesInFrontOfAllThatItCanPass() {
        String join = "beside each, its row of ports with the same port_id: name as port";
        assertThat(earlier("sort by state", join, "new column x: 1", "distinct rows", "where delay_min is 3"))
                .contains(2);
        assertThat(earlier("new column x: delay_min + 1", join, "where x is 3")).contains(2);
        assertThat(earlier(join, "rename delay_min to late", "where late is 3")).isEmpty();
        assertThat(earlier(join, "columns port, delay_min", "where delay_min is 3"))
                .contains(1);
        assertThat(earlier(join, "columns port, delay_min as state", "where state is 3"))
                .isEmpty();
    }
}
