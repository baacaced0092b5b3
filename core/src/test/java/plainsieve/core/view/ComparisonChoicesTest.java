package plainsieve.core.view;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;

class ComparisonChoicesTest {
    private static final Map<String, ParameterDefinition> DEFINITIONS = Map.of(
            "from", rangeTo("to"),
            "to", of(Parameter.of("to", Type.DATE)),
            "port", of(Parameter.of("port", Type.TEXT)),
            "island", of(Parameter.of("island", Type.TEXT).withBlankRule(BlankRule.NOT_ALLOWED)));

    private static ParameterDefinition of(Parameter parameter) {
        return ParameterDefinition.of(parameter, new ParameterDefinition.Words(parameter.name(), "", "", "", ""));
    }

    private static ParameterDefinition rangeTo(String end) {
        ParameterDefinition plain = of(Parameter.of("from", Type.DATE));
        return new ParameterDefinition(
                plain.name(),
                plain.words(),
                plain.meaning(),
                new ParameterDefinition.Bounds("", "", end),
                "",
                plain.list(),
                plain.start(),
                plain.trial(),
                plain.maintenance());
    }

    private static Map<String, ChoiceText> compared(ComparisonBasis.Kind kind, String from, String to) {
        Map<String, ChoiceText> chosen =
                Map.of("from", ChoiceText.of(from), "to", ChoiceText.of(to), "port", ChoiceText.of("H1"));
        return new ComparisonChoices(new ComparisonBasis(kind, "from"), DEFINITIONS).of(chosen);
    }

    @ParameterizedTest
    @CsvSource({
        "BEFORE, 2025-07-01, 2025-07-31, 2025-06-01, 2025-06-30",
        "BEFORE, 2025-03-01, 2025-03-31, 2025-02-01, 2025-02-28",
        "BEFORE, 2025-01-01, 2025-03-31, 2024-10-01, 2024-12-31",
        "BEFORE, 2024-01-01, 2024-12-31, 2023-01-01, 2023-12-31",
        "BEFORE, 2025-07-10, 2025-07-16, 2025-07-03, 2025-07-09",
        "BEFORE, 2025-07-01, 2025-07-30, 2025-06-01, 2025-06-30",
        "BEFORE, 2025-07-14, 2025-07-14, 2025-07-13, 2025-07-13",
        "YEAR, 2025-07-10, 2025-07-16, 2024-07-10, 2024-07-16",
        "YEAR, 2025-02-01, 2025-02-28, 2024-02-01, 2024-02-29",
        "YEAR, 2024-02-29, 2024-02-29, 2023-02-28, 2023-02-28",
    })
    void movesARangeOfDays(ComparisonBasis.Kind kind, String from, String to, String movedFrom, String movedTo) {
        Map<String, ChoiceText> compared = compared(kind, from, to);
        assertThat(compared)
                .containsEntry("from", ChoiceText.of(movedFrom))
                .containsEntry("to", ChoiceText.of(movedTo));
        assertThat(compared).containsEntry("port", ChoiceText.of("H1"));
    }

    @ParameterizedTest
    @CsvSource({"2025-07-31, 2025-07-01", "soon, 2025-07-01", "2025-07-01, ''"})
    void requiresARange(String from, String to) {
        assertThatThrownBy(() -> compared(ComparisonBasis.Kind.BEFORE, from, to))
                .isInstanceOf(ProblemException.class);
    }

    @Test
    void requiresBothEnds() {
        ComparisonChoices year =
                new ComparisonChoices(new ComparisonBasis(ComparisonBasis.Kind.YEAR, "from"), DEFINITIONS);
        Map<String, ChoiceText> open = Map.of("from", ChoiceText.of("2025-07-01"), "to", ChoiceText.blank());
        assertThatThrownBy(() -> year.of(open)).isInstanceOf(ProblemException.class);
    }

    @Test
    void allIsUnfilteredWhereAllowed() {
        ComparisonChoices all = new ComparisonChoices(new ComparisonBasis(ComparisonBasis.Kind.ALL, ""), DEFINITIONS);
        Map<String, ChoiceText> chosen =
                Map.of("port", ChoiceText.of("H1"), "island", ChoiceText.of("Isle"), "gone", ChoiceText.of("x"));
        assertThat(all.of(chosen)).isEqualTo(Map.of("port", ChoiceText.blank(), "island", ChoiceText.of("Isle")));
    }

    @ParameterizedTest
    @CsvSource({"all", "before from", "year from"})
    void readsItsOwnOutput(String written) {
        assertThat(ComparisonBasis.read(written)).map(ComparisonBasis::written).contains(written);
    }

    @ParameterizedTest
    @CsvSource({"''", "all from", "before", "month from"})
    void rejectsAnythingElse(String written) {
        assertThat(ComparisonBasis.read(written)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({"number 1", "money €", "percent", "unit min", "day", "month", "moment", "unit knots an hour"})
    void readsItsOwnFormats(String written) {
        assertThat(ValueFormat.read(written)).map(ValueFormat::written).contains(written);
    }

    @ParameterizedTest
    @CsvSource({"money", "number 9", "number one", "day long", "color red", "unit"})
    void rejectsUnknownFormats(String written) {
        assertThat(ValueFormat.read(written)).isEmpty();
    }
}
