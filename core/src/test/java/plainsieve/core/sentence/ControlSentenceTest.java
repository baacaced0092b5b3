package plainsieve.core.sentence;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static plainsieve.core.sentence.ViewSentenceTest.definition;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import plainsieve.core.view.Control;

class ControlSentenceTest {
    private static ControlSentence single(Type type) {
        return new ControlSentence(
                new Control.Single(Control.Kind.AUTOMATIC, Control.Style.called("Port"), "port"),
                definition("port", type),
                true);
    }

    private static final ControlSentence RANGE = new ControlSentence(
            new Control.Range(Control.RangeKind.DATES, Control.Style.called("Sailed"), "from", "to"),
            definition("from", Type.DATE),
            false);

    @Test
    void namesTheParameterAndTheKind() {
        assertThat(single(Type.TEXT).sentence().text())
                .isEqualTo(":port as automatic, called Port, next to the rows under no heading");
        assertThat(RANGE.sentence().text())
                .isEqualTo(":from :to as a date range, called Sailed, next to the rows under no heading");
    }

    @ParameterizedTest
    @CsvSource({"TEXT, text", "INTEGER, number", "INTEGER, rows", "DATE, dates", "BOOLEAN, switch", "TEXT, automatic"})
    void acceptsAFittingKind(Type type, String kind) {
        assertThat(single(type).with("kind", kind).kind().word()).isEqualTo(kind);
    }

    @ParameterizedTest
    @CsvSource({"TEXT, slicer", "TEXT, number", "INTEGER, switch", "DATE, rows", "TEXT, nothing", "DECIMAL, rows"})
    void rejectsAnUnfittingKind(Type type, String kind) {
        ControlSentence sentence = single(type);
        assertThatThrownBy(() -> sentence.with("kind", kind)).isInstanceOf(ProblemException.class);
    }

    @Test
    void explainsWhyAKindDoesNotFit() {
        assertThat(single(Type.TEXT).offers("kind"))
                .filteredOn(option -> option.id().equals("slicer"))
                .singleElement()
                .extracting(MarkOption::reason)
                .isEqualTo("the parameter has no list");
    }

    @Test
    void renamesOnlyTheLabel() {
        Control called = RANGE.with("label", "  Departed ");
        assertThat(called)
                .isEqualTo(new Control.Range(Control.RangeKind.DATES, Control.Style.called("Departed"), "from", "to"));
        assertThat(RANGE.offers("label")).isEmpty();
    }

    @Test
    void placesTheControlBesideTheRowsOrInTheQuestion() {
        Control only = single(Type.TEXT).with("place", "in-sentence");
        assertThat(only.style().place()).isEqualTo(Control.Position.IN_SENTENCE);
        assertThat(new ControlSentence(only, definition("port", Type.TEXT), true)
                        .sentence()
                        .text())
                .isEqualTo(":port as automatic, called Port, only in the question line");
        assertThatThrownBy(() -> RANGE.with("place", "in-sentence"))
                .isInstanceOf(ProblemException.class)
                .hasMessageContaining("the question line does not mention it");
        assertThat(RANGE.with("heading", " When ").style().heading()).isEqualTo("When");
    }
}
