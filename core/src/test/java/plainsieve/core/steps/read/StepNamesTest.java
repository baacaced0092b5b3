package plainsieve.core.steps.read;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Set;
import org.junit.jupiter.api.Test;

/** What a text of steps names, told without any source. */
class StepNamesTest {
    private static final String TEXT = """
            steps 1
            rows of query 'late'
            where state is ':no' and port is :port
            off: where delay is :delay
            only those whose port is in name of query 'two "words"'
            where 'not closed is :lost""";

    @Test
    void areTheParametersOfStepsThatAreOn() {
        assertThat(StepNames.parameters(TEXT)).containsExactly("port");
    }

    @Test
    void areNotWithinTexts() {
        assertThat(StepNames.parameters("steps 1\nwhere a is ':b'")).isEmpty();
    }

    @Test
    void areTheQueriesWhoseRowsAreTaken() {
        assertThat(StepNames.queries(TEXT)).extracting(StepNames.Taken::id).containsExactly("late", "two \"words\"");
    }

    @Test
    void areNotTheParametersOfAQueryThatIsCalledForWhichSomethingStands() {
        String text = "steps 1\nrows of ports\n"
                + "beside each, its row of query 'late' called with :port as name, :least as :delay: state\n"
                + "first :rows rows";
        assertThat(StepNames.parameters(text)).containsExactly("delay", "rows");
        assertThat(StepNames.queries(text)).containsExactly(new StepNames.Taken("late", Set.of("port", "least")));
        assertThat(StepNames.parameters("steps 1\nrows of numbers from 1, :no as n\nrows of days from :a to :b as n"))
                .containsExactly("no", "a", "b");
    }

    @Test
    void areRenamedEverywhereElseByteForByte() {
        assertThat(StepNames.renamed(TEXT, "delay", "late_by")).isEqualTo(TEXT.replace(":delay", ":late_by"));
        assertThat(StepNames.renamed(TEXT, "no", "yes")).isEqualTo(TEXT);
    }
}
