package plainsieve.core.steps.parse;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Set;
import org.junit.jupiter.api.Test;

/** Names in a text of steps, found without a source. */
class StepReferencesTest {
    private static final String TEXT = """
            steps 1
            from query 'late'
            where state = ':no' and port = :port
            off: where delay = :delay
            keep rows whose port is in name of query 'two "words"'
            where 'not closed = :lost""";

    @Test
    void areParametersOfEnabledSteps() {
        assertThat(StepReferences.parameters(TEXT)).containsExactly("port");
    }

    @Test
    void ignoreTextLiterals() {
        assertThat(StepReferences.parameters("steps 1\nwhere a = ':b'")).isEmpty();
    }

    @Test
    void areReferencedQueries() {
        assertThat(StepReferences.queries(TEXT))
                .extracting(StepReferences.QueryReference::name)
                .containsExactly("late", "two \"words\"");
    }

    @Test
    void excludeReplacedParametersOfCalledQueries() {
        String text = "steps 1\nfrom ports\n"
                + "join query 'late' called with :port = name, :least = :delay, adding state; keep all rows\n"
                + "first :rows rows";
        assertThat(StepReferences.parameters(text)).containsExactly("delay", "rows");
        assertThat(StepReferences.queries(text))
                .containsExactly(new StepReferences.QueryReference("late", Set.of("port", "least")));
        assertThat(StepReferences.parameters("steps 1\nfrom numbers from 1, :no as n\nfrom days from :a to :b as n"))
                .containsExactly("no", "a", "b");
    }

    @Test
    void areQueriesThatAreRenamed() {
        assertThat(StepReferences.withQueryRenamed(TEXT, "two \"words\"", "one's"))
                .isEqualTo(TEXT.replace("'two \"words\"'", "'one''s'"));
        assertThat(StepReferences.withQueryRenamed(TEXT, "no", "yes")).isEqualTo(TEXT);
    }

    @Test
    void areRenamedAndNothingElseChanges() {
        assertThat(StepReferences.renamed(TEXT, "delay", "late_by")).isEqualTo(TEXT.replace(":delay", ":late_by"));
        assertThat(StepReferences.renamed(TEXT, "no", "yes")).isEqualTo(TEXT);
    }
}
