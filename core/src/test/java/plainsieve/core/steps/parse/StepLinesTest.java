package plainsieve.core.steps.parse;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The text of steps, line by line. */
class StepLinesTest {
    @ParameterizedTest
    @ValueSource(strings = {"steps 1", "steps 1\nfrom t", " steps 1 \r\nfrom t"})
    void areRecognizedByTheFirstLine(String text) {
        assertThat(StepLines.isSteps(text)).isTrue();
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "select 1", "steps", "steps 2\nfrom t", "-- steps 1\nselect 1", "\nsteps 1"})
    void areNotRecognizedOtherwise(String text) {
        assertThat(StepLines.isSteps(text)).isFalse();
    }

    @Test
    void knowTheirPositionAndState() {
        String text = "steps 1\n\n  from t  \r\noff:  first 3 rows";
        StepLines lines = StepLines.of(text);
        assertThat(lines.lines()).extracting(StepLines.Line::text).containsExactly("from t", "first 3 rows");
        assertThat(lines.lines()).extracting(StepLines.Line::on).containsExactly(true, false);
        assertThat(lines.steps()).hasSize(1);
        lines.lines().forEach(line -> assertThat(text.substring(line.start())).startsWith(line.text()));
    }

    @Test
    void removesAFinalLimitFromTheText() {
        assertThat(StepLines.withoutLastLimit("steps 1\nfrom trips\nfirst :rows rows\noff: sort by id\n"))
                .contains("steps 1\nfrom trips\noff: sort by id\n");
        assertThat(StepLines.withoutLastLimit("steps 1\nfrom trips\nfirst 5 rows\nsort by id"))
                .isEmpty();
        assertThat(StepLines.withoutLastLimit("steps 1\nfrom trips\noff: first 5 rows"))
                .isEmpty();
        assertThat(StepLines.withoutLastLimit("steps 1\nfrom trips\nfirst 5 rows by fare desc"))
                .contains("steps 1\nfrom trips\nsort by fare desc");
        assertThat(StepLines.withoutLastLimit("steps 1\nfrom trips\nfirst 5 rows of each port by fare"))
                .isEmpty();
        assertThat(StepLines.withoutLastLimit("steps 1\n")).isEmpty();
    }
}
