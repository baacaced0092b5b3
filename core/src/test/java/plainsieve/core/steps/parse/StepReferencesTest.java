package plainsieve.core.steps.parse;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Set;
import org.junit.jupiter.api.Test;

/** What a text of steps names, told without any source. */
class StepReferencesTest {
    private static final String TEXT = """
            steps 1
            rows of query 'late'
            where state is ':no' and port is :port
            off: where delay is :delay
            only those whose port is in name of query 'two "words"'
            where 'not closed is :lost""";

    @Test
    void areTheParametersOfStepsThatAreOn() {
        assertThat(StepReferences.parameters(TEXT)).containsExactly("port");
    }

    @Test
    void areNotWithinTexts() {
        assertThat(StepReferences.parameters("steps 1\nwhere a is ':b'")).isEmpty();
    }

    @Test
    void areTheQueriesWhoseRowsAreTaken() {
        assertThat(StepReferences.queries(TEXT))
                .extracting(StepReferences.QueryReference::id)
                .containsExactly("late", "two \"words\"");
    }

    @Test
    void areNotTheParametersOfAQueryThatIsCalledForWhichSomethingStands() {
        String text = "steps 1\nrows of ports\n"
                + "beside each, its row of query 'late' called with :port as name, :least as :delay: state\n"
                + "first :rows rows";
        assertThat(StepReferences.parameters(text)).containsExactly("delay", "rows");
        assertThat(StepReferences.queries(text))
                .containsExactly(new StepReferences.QueryReference("late", Set.of("port", "least")));
        assertThat(StepReferences.parameters(
                        "steps 1\nrows of numbers from 1, :no as n\nrows of days from :a to :b as n"))
                .containsExactly("no", "a", "b");
    }

    @Test
    void areRenamedEverywhereElseByteForByte() {
        assertThat(StepReferences.renamed(TEXT, "delay", "late_by")).isEqualTo(TEXT.replace(":delay", ":late_by"));
        assertThat(StepReferences.renamed(TEXT, "no", "yes")).isEqualTo(TEXT);
    }
}
