package plainsieve.core.sentence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.value.ProblemException;
import plainsieve.core.view.DataAge;
import plainsieve.core.view.Opening;

class OpeningSentenceTest {
    private static final OpeningSentence USUAL = new OpeningSentence(
            Opening.USUAL, List.of(new OpeningSentence.Dated("late", "Late crossings", "departed_at")));

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            start | defaults  | Opens with its defaults, runs at every choice, shows viewers rows alone
            start | empty     | Opens empty, until rows are asked for, runs at every choice, shows viewers rows alone
            start | question  | Opens with a question first, runs at every choice, shows viewers rows alone
            run   | on-demand | Opens with its defaults, runs when Show rows is pressed, shows viewers rows alone
            run   | at-once   | Opens with its defaults, runs at every choice, shows viewers rows alone
            shows | where     | Opens with its defaults, runs at every choice, shows viewers where their choices ran, too
            """)
    void saysHowAReportOpensAndRuns(String mark, String taken, String sentence) {
        assertThat(new OpeningSentence(USUAL.with(mark, taken), List.of())
                        .sentence()
                        .text())
                .isEqualTo(sentence + ", tells them of the data's age nothing");
    }

    @ParameterizedTest
    @CsvSource({"start, on-demand", "run, defaults", "run, ''", "nowhere, defaults", "age, late/port"})
    void doesNotTakeWhatIsNotOffered(String mark, String taken) {
        assertThatThrownBy(() -> USUAL.with(mark, taken)).isInstanceOf(ProblemException.class);
    }

    @Test
    void whatIsSignedStaysSigned() {
        Opening signed = new Opening(Opening.Start.EMPTY, false, List.of("port"), false);
        assertThat(new OpeningSentence(signed, List.of())
                        .with("run", "on-demand")
                        .signed())
                .containsExactly("port");
    }

    @Test
    void tellsHowOldTheDataAreAndWhenTheyAreLate() {
        List<OpeningSentence.Dated> dated = List.of(new OpeningSentence.Dated("late", "Late crossings", "departed_at"));
        Opening told = USUAL.with("age", "late/departed_at");
        assertThat(told.age()).contains(new DataAge("late", "departed_at", 0));
        Opening late = new OpeningSentence(told, dated).with("late", "26 hours");
        assertThat(new OpeningSentence(late, dated).sentence().text())
                .endsWith("tells them of the data's age the newest departed_at of Late crossings, late after 26 hours");
        assertThat(new OpeningSentence(late, dated).with("run", "on-demand").age())
                .isEqualTo(late.age());
        assertThat(new OpeningSentence(late, dated).with("age", "nothing").age())
                .isEmpty();
        assertThatThrownBy(() -> new OpeningSentence(late, dated).with("late", "soon"))
                .isInstanceOf(ProblemException.class);
    }
}
