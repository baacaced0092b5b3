package plainsieve.core.steps.compile;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.dialect.Dialects;

/** Steps of the maximum length, and the maximum number of steps. */
@Tag("slow")
@Timeout(value = 60, unit = TimeUnit.SECONDS)
class LongStepsTest {
    private static StepsAnalysis read(String steps) {
        return StepsAnalysis.of("steps 1\n" + steps, Dialects.of("postgresql"), FerryTables.all());
    }

    private static String crossings(String step, int times) {
        return "from crossings\n" + step.repeat(times);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "first 5 rows by state\n",
                "replace in state: 'A' with 'B'\n",
                "union all crossings\n",
                "keep rows with a match in ports on port_id\n"
            })
    void compileInLinearTime(String step) {
        assertThat(read(crossings(step, 499)).made()).isPresent();
        assertThat(read(crossings(step, 500)).problems())
                .singleElement()
                .satisfies(problem -> assertThat(problem.kind().word()).isEqualTo("limit-exceeded"));
    }

    @Test
    void mayHaveManyValues() {
        assertThat(read(crossings("where state in ('a'" + ", 'abcdef'".repeat(90_000) + ")", 1))
                        .made())
                .isPresent();
        assertThat(read("from values (a): (1)" + ", (2)".repeat(100_000)).made())
                .isPresent();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "add column x = 1| + delay_min",
                "add column x = 1| + 1 day",
                "add column x = |- ",
                "add column x = |(",
                "where |not ",
                "where state = 'a|''"
            })
    void failWithoutExhaustingTheStack(String shape) {
        int bar = shape.indexOf('|');
        String line = shape.substring(0, bar) + shape.substring(bar + 1).repeat(900_000 / (shape.length() - bar - 1));
        assertThat(read("from crossings\n" + line).problems()).hasSize(1);
    }
}
