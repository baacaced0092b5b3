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
        return new ControlSentence(new Control.Single(Control.Kind.SUITABLE, "Port", "port"), definition("port", type));
    }

    private static final ControlSentence RANGE = new ControlSentence(
            new Control.Range(Control.RangeKind.DATES, "Sailed", "from", "to"), definition("from", Type.DATE));

    @Test
    void saysParametersKindAndName() {
        assertThat(single(Type.TEXT).sentence().text()).isEqualTo(":port as what suits it, called Port");
        assertThat(RANGE.sentence().text()).isEqualTo(":from :to as a date range, called Sailed");
    }

    @ParameterizedTest
    @CsvSource({"TEXT, text", "INTEGER, number", "INTEGER, rows", "DATE, dates", "BOOLEAN, switch", "TEXT, suitable"})
    void takesAKindThatFits(Type type, String kind) {
        assertThat(single(type).with("kind", kind).kind()).isEqualTo(kind);
    }

    @ParameterizedTest
    @CsvSource({"TEXT, slicer", "TEXT, number", "INTEGER, switch", "DATE, rows", "TEXT, nothing", "DECIMAL, rows"})
    void doesNotTakeAKindThatDoesNotFit(Type type, String kind) {
        ControlSentence sentence = single(type);
        assertThatThrownBy(() -> sentence.with("kind", kind)).isInstanceOf(ProblemException.class);
    }

    @Test
    void whatDoesNotFitSaysWhy() {
        assertThat(single(Type.TEXT).offers("kind"))
                .filteredOn(offer -> offer.id().equals("slicer"))
                .singleElement()
                .extracting(Offer::reason)
                .isEqualTo("the parameter has no list");
    }

    @Test
    void aNameIsTypedAndNothingElseOfTheControlChanges() {
        Control called = RANGE.with("label", "  Departed ");
        assertThat(called).isEqualTo(new Control.Range(Control.RangeKind.DATES, "Departed", "from", "to"));
        assertThat(RANGE.offers("label")).isEmpty();
    }
}
