package plainsieve.core.sentence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.DefaultDefinition;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import plainsieve.core.view.DataAge;
import plainsieve.core.view.ReportOpening;

class OpeningSentenceTest {
    private static final ParameterDefinition PORT = ParameterDefinition.of(
                    Parameter.of("port", Type.TEXT).asMultiple(), new ParameterDefinition.Words("Port", "", "", "", ""))
            .withTrial(ChoiceText.of("Ardlow"));

    private static final OpeningSentence USUAL = new OpeningSentence(
            ReportOpening.USUAL,
            List.of(new OpeningSentence.Dated("late", "Late crossings", "departed_at")),
            List.of(PORT));

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            start | defaults  | Opens with its defaults, runs at every choice, shows viewers rows only
            start | empty     | Opens empty until rows are requested, runs at every choice, shows viewers rows only
            start | question  | Opens with a question first, runs at every choice, shows viewers rows only
            run   | on-demand | Opens with its defaults, runs when Show rows is pressed, shows viewers rows only
            run   | at-once   | Opens with its defaults, runs at every choice, shows viewers rows only
            shows | where     | Opens with its defaults, runs at every choice, shows viewers rows and where each choice ran
            """)
    void describesHowAReportOpensAndRuns(String mark, String taken, String sentence) {
        assertThat(new OpeningSentence(USUAL.with(mark, taken), List.of(), List.of(PORT))
                        .sentence()
                        .text())
                .isEqualTo(sentence + ", data age not shown");
    }

    @ParameterizedTest
    @CsvSource({"start, on-demand", "run, defaults", "run, ''", "nowhere, defaults", "age, late/port"})
    void rejectsWhatIsNotOffered(String mark, String taken) {
        assertThatThrownBy(() -> USUAL.with(mark, taken)).isInstanceOf(ProblemException.class);
    }

    @Test
    void keepsSignedParameters() {
        ReportOpening signed = new ReportOpening(ReportOpening.StartMode.EMPTY, false, List.of("port"), false);
        assertThat(new OpeningSentence(signed, List.of(), List.of())
                        .with("run", "on-demand")
                        .signedParameters())
                .containsExactly("port");
    }

    @Test
    void describesTheAgeOfTheData() {
        List<OpeningSentence.Dated> dated = List.of(new OpeningSentence.Dated("late", "Late crossings", "departed_at"));
        ReportOpening told = USUAL.with("age", "late/departed_at");
        assertThat(told.age()).contains(new DataAge("late", "departed_at", 0));
        ReportOpening late = new OpeningSentence(told, dated, List.of()).with("late", "26 hours");
        assertThat(new OpeningSentence(late, dated, List.of()).sentence().text())
                .endsWith("data age the newest departed_at of Late crossings, late after 26 hours");
        assertThat(new OpeningSentence(late, dated, List.of())
                        .with("run", "on-demand")
                        .age())
                .isEqualTo(late.age());
        assertThat(new OpeningSentence(late, dated, List.of())
                        .with("age", "not shown")
                        .age())
                .isEmpty();
        assertThatThrownBy(() -> new OpeningSentence(late, dated, List.of()).with("late", "soon"))
                .isInstanceOf(ProblemException.class);
    }

    @Test
    void acceptsADefaultForThisReport() {
        ReportOpening trial = USUAL.with("start", "/value port");
        assertThat(trial.values()).containsEntry("port", DefaultDefinition.of(ChoiceText.of("Ardlow")));
        OpeningSentence said = new OpeningSentence(trial, List.of(), List.of(PORT));
        assertThat(said.sentence().text()).startsWith("Opens with its defaults but :port Ardlow, runs at every choice");
        assertThat(said.offers("start")).extracting(MarkOption::id).doesNotContain("/value port");
        assertThat(said.with("value/port", "Lunna, Skerrin").values())
                .containsEntry("port", DefaultDefinition.of(ChoiceText.of("Lunna", "Skerrin")));
        assertThat(said.with("run", "on-demand").values()).isEqualTo(trial.values());
        assertThat(said.with("value/port", "/default").values()).isEmpty();
        assertThat(trial.renamed("port", "harbour").values()).containsOnlyKeys("harbour");
    }

    @Test
    void rejectsADefaultOfAnotherType() {
        ParameterDefinition from = ParameterDefinition.of(
                Parameter.of("from", Type.DATE), new ParameterDefinition.Words("From", "", "", "", ""));
        OpeningSentence said = new OpeningSentence(ReportOpening.USUAL, List.of(), List.of(from));
        assertThatThrownBy(() -> said.with("value/from", "soon")).isInstanceOf(ProblemException.class);
        assertThatThrownBy(() -> said.with("value/to", "2026-03-01")).isInstanceOf(ProblemException.class);
    }
}
