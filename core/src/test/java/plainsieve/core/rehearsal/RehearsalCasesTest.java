package plainsieve.core.rehearsal;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.value.Type;

class RehearsalCasesTest {
    private static RehearsalParameter of(Parameter parameter, boolean hasList, String rangeEnd, String... values) {
        return new RehearsalParameter(parameter, List.of(values), hasList, "", "", rangeEnd, ChoiceText.blank());
    }

    private static List<String> names(RehearsalParameter... parameters) {
        return RehearsalCases.of(List.of(parameters)).stream()
                .map(RehearsalCase::name)
                .toList();
    }

    private static RehearsalCase named(String name, RehearsalParameter... parameters) {
        return RehearsalCases.of(List.of(parameters)).stream()
                .filter(one -> one.name().equals(name))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void triesSpecialCharactersInFreeText() {
        assertThat(names(of(Parameter.of("note", Type.TEXT), false, "")))
                .containsExactly("blank", "one value", "minimum", "maximum", "a quote", "a wildcard", "other scripts");
    }

    @Test
    void triesThousandsOfValues() {
        RehearsalParameter many = of(Parameter.of("id", Type.INTEGER).asMultiple(), false, "");
        assertThat(named("10,000 values", many).choices().get("id").values()).hasSize(10_000);
    }

    @Test
    void triesUnusualAndUnlistedValuesOfAList() {
        RehearsalParameter port = of(
                Parameter.of("port", Type.TEXT).asMultiple(), true, "", "Ardlow", "Brae O'Noth", "Þorvik", "Mill_Pier");
        assertThat(names(port)).contains("all", "every listed value", "a quote", "a wildcard", "other scripts");
        assertThat(named("a quote", port).choices().get("port").values()).containsExactly("Brae O'Noth");
        assertThat(named("not on the list", port).refusal()).isTrue();
    }

    @Test
    void sortsNumericListsNumerically() {
        RehearsalParameter seats = of(Parameter.of("seats", Type.INTEGER), true, "", "9", "36", "420", "100");
        assertThat(named("minimum", seats).choices().get("seats").values()).containsExactly("9");
        assertThat(named("maximum", seats).choices().get("seats").values()).containsExactly("420");
    }

    @Test
    void expectsBlankToBeRejectedWhereNotAllowed() {
        Parameter needed = Parameter.of("day", Type.DATE).withBlankRule(BlankRule.NOT_ALLOWED);
        assertThat(named("blank", of(needed, false, "")).refusal()).isTrue();
        assertThat(named("blank", of(Parameter.of("day", Type.DATE), false, "")).refusal())
                .isFalse();
    }

    @Test
    void triesOpenAndReversedRanges() {
        RehearsalParameter from = of(Parameter.of("from", Type.DATE), false, "to");
        RehearsalParameter to = of(Parameter.of("to", Type.DATE), false, "");
        assertThat(names(from, to)).contains("only from", "only to", "turned round", "both blank");
        RehearsalCase turned = named("turned round", from, to);
        assertThat(turned.refusal()).isTrue();
        assertThat(turned.choices().get("from").values().get(0))
                .isGreaterThan(turned.choices().get("to").values().get(0));
    }

    @Test
    void neverTriesNegativeRowLimits() {
        RehearsalParameter rows = of(Parameter.of("rows", Type.INTEGER).withEveryRowValue(0), false, "");
        assertThat(named("minimum", rows).choices().get("rows").values()).containsExactly("0");
    }
}
