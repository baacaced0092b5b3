package plainsieve.core.parameter;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

class ChoiceReaderTest {
    private static final Parameter PORT = Parameter.of("port", Type.TEXT)
            .asMultiple()
            .withAllowed(AllowedValues.of(List.of("Ardlow", "Skerrin", "Brae O'Noth")));
    private static final Parameter DAY = Parameter.of("day", Type.DATE);
    private static final Parameter DELAY = Parameter.of("delay", Type.INTEGER);

    private static Map<String, Choice> read(Map<String, ChoiceText> texts, Parameter... parameters) {
        Map<String, Parameter> known = new LinkedHashMap<>();
        for (Parameter parameter : parameters) {
            known.put(parameter.name(), parameter);
        }
        return ChoiceReader.readAll(known, texts);
    }

    private static Choice read(Parameter parameter, String... values) {
        return read(Map.of(parameter.name(), ChoiceText.of(values)), parameter).get(parameter.name());
    }

    @Test
    void missingParameterIsBlank() {
        assertThat(read(Map.of(), DAY)).containsEntry("day", new Choice.Blank());
    }

    @Test
    void removesDuplicateValues() {
        assertThat(read(PORT, "Ardlow", "Ardlow", "Skerrin"))
                .isEqualTo(new Choice.Many(List.of(new Value.Text("Ardlow"), new Value.Text("Skerrin")), false));
    }

    @Test
    void reportsADuplicateValueInALink() {
        assertThatThrownBy(() -> ChoiceReader.refuseRepeats("port", ChoiceText.of("Ardlow", "Skerrin", "Ardlow")))
                .hasMessageContaining("“Ardlow” is chosen twice for :port");
        ChoiceReader.refuseRepeats("port", ChoiceText.of("Ardlow", "Skerrin"));
    }

    @ParameterizedTest
    @CsvSource({
        "ALL,   Ardlow, false, every value and “Ardlow”",
        "BLANK, Ardlow, false, nothing and “Ardlow”",
        "BLANK, '',     true,  nothing and no value"
    })
    void reportsContradictionsWithoutResolvingThem(ChoiceText.Kind kind, String value, boolean without, String both) {
        List<String> values = value.isEmpty() ? List.of() : List.of(value);
        assertThatThrownBy(() -> read(Map.of("port", new ChoiceText(kind, values, without)), PORT))
                .hasMessageContaining(both);
    }

    @Test
    void allWithNullIsAll() {
        ChoiceText all = new ChoiceText(ChoiceText.Kind.ALL, List.of(), true);
        assertThat(read(Map.of("port", all), PORT)).containsEntry("port", new Choice.All());
    }

    @ParameterizedTest
    @CsvSource({"MONTH, 2026-13, month, 2026-03", "QUARTER, 2026-Q5, quarter, 2026-Q1", "YEAR, 26, year, 2026"})
    void invalidPeriodIsNamedByItsKind(ValueCoverage coverage, String text, String kind, String like) {
        Parameter period = DAY.covering(coverage);
        assertThatThrownBy(() -> read(period, text))
                .hasMessageContaining("“%s” is not a %s. Write one like %s.".formatted(text, kind, like));
    }

    @Test
    void singleValueOfAMultiValueParameterIsAList() {
        assertThat(read(PORT, "Ardlow")).isInstanceOf(Choice.Many.class);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            2026-02-30 | “2026-02-30” is not a date
            soon       | “soon” is not a date
            01/03/2026 | is not a date
            """)
    void rejectsANonexistentDay(String text, String message) {
        assertThatThrownBy(() -> read(DAY, text)).hasMessageContaining(message);
    }

    @ParameterizedTest
    @CsvSource({"fifteen", "1.5", "9223372036854775808", "''", "0x10"})
    void rejectsTextForANumber(String text) {
        assertThatThrownBy(() -> read(DELAY, text)).hasMessageContaining("is not a whole number");
    }

    @Test
    void suggestsTheNearestListedValue() {
        assertThatThrownBy(() -> read(PORT, "Ardlo")).hasMessageContaining("Did you mean “Ardlow”?");
    }

    @Test
    void truncatesALongInvalidValueInTheMessage() {
        assertThatThrownBy(() -> read(Parameter.of("note", Type.TEXT), "x".repeat(10_000)))
                .hasMessageContaining("10,000 characters")
                .satisfies(e -> assertThat(e.getMessage()).hasSizeLessThan(200));
    }

    @Test
    void reportsAllProblemsWithTheirParameters() {
        Map<String, ChoiceText> texts =
                Map.of("port", ChoiceText.of("Nowhere"), "day", ChoiceText.of("never"), "vesel", ChoiceText.of("x"));
        assertThatThrownBy(() -> read(texts, PORT, DAY))
                .isInstanceOfSatisfying(ProblemException.class, e -> assertThat(e.problems())
                        .extracting(problem -> problem.kind().word())
                        .containsExactly("unknown-parameter", "value-not-listed", "invalid-value"));
    }

    @Test
    void rejectsMultipleValuesForASingleValueParameter() {
        assertThatThrownBy(() -> read(DELAY, "1", "2")).hasMessageContaining("takes one value, but 2 were chosen");
    }

    @Test
    void acceptsAllOnlyForMultiValueParameters() {
        assertThat(read(Map.of("port", ChoiceText.all()), PORT)).containsEntry("port", new Choice.All());
        assertThatThrownBy(() -> read(Map.of("day", ChoiceText.all()), DAY)).hasMessageContaining("takes one value");
    }

    @Test
    void rejectsBlankWhereNotAllowed() {
        assertThatThrownBy(() -> read(Map.of(), DAY.withBlankRule(BlankRule.NOT_ALLOWED)))
                .hasMessageContaining(":day needs a value");
    }

    @ParameterizedTest
    @CsvSource({"1port", "po rt", "''", "all", "port;drop", "ünder"})
    void rejectsANameThatLinksCannotContain(String name) {
        assertThatThrownBy(() -> Parameter.of(name, Type.TEXT)).isInstanceOf(ProblemException.class);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            DATE     | MONTH  | 2026-03          | 2026-03-01
            DATE     | MONTH  | 2026-03-17       | 2026-03-01
            DATE     | ITSELF | 2026-03-17       | 2026-03-17
            DATETIME | ITSELF | 2026-03-17 10:00 | 2026-03-17T10:00
            INTEGER  | ITSELF | 007              | 7
            INTEGER  | ITSELF | soon             | soon
            """)
    void formatsValuesLikeLists(Type type, ValueCoverage coverage, String given, String written) {
        Parameter parameter = Parameter.of("p", type).covering(coverage);
        assertThat(ChoiceReader.asWritten(parameter, ChoiceText.of(given)).values())
                .containsExactly(written);
    }
}
