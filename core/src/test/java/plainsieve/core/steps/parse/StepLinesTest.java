package plainsieve.core.steps.parse;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The text of steps, line by line. */
class StepLinesTest {
    @ParameterizedTest
    @ValueSource(strings = {"steps 1", "steps 1\nrows of t", " steps 1 \r\nrows of t"})
    void areToldByTheFirstLine(String text) {
        assertThat(StepLines.isSteps(text)).isTrue();
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "select 1", "steps", "steps 2\nrows of t", "-- steps 1\nselect 1", "\nsteps 1"})
    void areNoStepsOtherwise(String text) {
        assertThat(StepLines.isSteps(text)).isFalse();
    }

    @Test
    void knowWhereTheyStandAndWhetherTheyAreOn() {
        String text = "steps 1\n\n  rows of t  \r\noff:  first 3 rows";
        StepLines lines = StepLines.of(text);
        assertThat(lines.lines()).extracting(StepLines.Line::text).containsExactly("rows of t", "first 3 rows");
        assertThat(lines.lines()).extracting(StepLines.Line::on).containsExactly(true, false);
        assertThat(lines.steps()).hasSize(1);
        lines.lines().forEach(line -> assertThat(text.substring(line.start())).startsWith(line.text()));
    }

    @Test
    void takesALimitAtTheEndFromTheText() {
        assertThat(StepLines.withoutLastLimit("steps 1\nfrom trips\nlimit :rows\noff: sort by id\n"))
                .contains("steps 1\nfrom trips\noff: sort by id\n");
        assertThat(StepLines.withoutLastLimit("steps 1\nfrom trips\nlimit 5\nsort by id"))
                .isEmpty();
        assertThat(StepLines.withoutLastLimit("steps 1\nfrom trips\noff: limit 5"))
                .isEmpty();
        assertThat(StepLines.withoutLastLimit("steps 1\n")).isEmpty();
    }
}
