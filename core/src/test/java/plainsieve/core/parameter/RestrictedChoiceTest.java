package plainsieve.core.parameter;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

/** Choices restricted to permitted values. */
class RestrictedChoiceTest {
    private static final ChoiceText TWO = ChoiceText.of("Ardlow", "Brenna");

    private static ParameterDefinition island(boolean many) {
        Parameter parameter = many ? Parameter.of("island", Type.TEXT).asMultiple() : Parameter.of("island", Type.TEXT);
        return ParameterDefinition.of(parameter, new ParameterDefinition.Words("Island", "", "", "", ""));
    }

    private static RestrictedChoice held(boolean many, ChoiceText theirs) {
        return new RestrictedChoice(island(many), theirs);
    }

    @Test
    void blankAndAllMeanAllPermittedValues() {
        assertThat(held(true, TWO).chosen(ChoiceText.blank())).isEqualTo(TWO);
        assertThat(held(true, TWO).chosen(ChoiceText.all())).isEqualTo(TWO);
        assertThat(held(false, TWO).chosen(ChoiceText.blank())).isEqualTo(ChoiceText.of("Ardlow"));
    }

    @Test
    void acceptsASubsetOfPermittedValues() {
        assertThat(held(true, TWO).chosen(ChoiceText.of("Brenna"))).isEqualTo(ChoiceText.of("Brenna"));
    }

    @Test
    void rejectsOtherValuesWithoutRevealingAny() {
        assertThatThrownBy(() -> held(true, TWO).chosen(ChoiceText.of("Ardlow", "Corrie")))
                .isInstanceOf(ProblemException.class)
                .hasMessageContaining("You may not see “Corrie”")
                .hasMessageNotContaining("Brenna");
        assertThatThrownBy(
                        () -> held(true, TWO).chosen(new ChoiceText(ChoiceText.Kind.VALUES, List.of("Ardlow"), true)))
                .hasMessageContaining("without a value");
    }

    @Test
    void restrictsTheDefaultToPermittedValues() {
        assertThat(held(true, TWO).opening(ChoiceText.of("Corrie", "Brenna"))).isEqualTo(ChoiceText.of("Brenna"));
        assertThat(held(true, TWO).opening(ChoiceText.of("Corrie"))).isEqualTo(TWO);
        assertThat(held(true, TWO).opening(ChoiceText.blank())).isEqualTo(TWO);
    }

    @Test
    void unrestrictedUserChoosesFreely() {
        assertThat(held(true, ChoiceText.all()).chosen(ChoiceText.of("Corrie"))).isEqualTo(ChoiceText.of("Corrie"));
        assertThat(held(true, ChoiceText.all()).chosen(ChoiceText.blank())).isEqualTo(ChoiceText.blank());
    }

    @Test
    void permittedValuesWithoutASelectionMeanNothing() {
        ChoiceText none = new ChoiceText(ChoiceText.Kind.VALUES, List.of(), false);
        assertThat(none).isEqualTo(ChoiceText.blank());
        assertThat(held(true, TWO).chosen(none)).isEqualTo(TWO);
    }

    @Test
    void checksAgainBeforeSending() {
        RestrictedChoice two = held(true, TWO);
        Choice theirs = new Choice.Many(List.of(new Value.Text("Ardlow")), false);
        assertThat(two.sent(theirs)).isEqualTo(theirs);
        for (Choice more : List.of(
                new Choice.Blank(),
                new Choice.All(),
                new Choice.One(new Value.Text("Corrie")),
                new Choice.Many(List.of(), false),
                new Choice.Many(List.of(new Value.Text("Ardlow")), true),
                new Choice.Many(List.of(new Value.Text("Ardlow"), new Value.Text("Corrie")), false))) {
            assertThatThrownBy(() -> two.sent(more))
                    .as(more.toString())
                    .hasMessageContaining("values that you may not see");
        }
        assertThat(held(true, ChoiceText.all()).sent(new Choice.Blank())).isEqualTo(new Choice.Blank());
    }

    @Test
    void missingPermissionShowsNothing() {
        assertThatThrownBy(() -> held(true, ChoiceText.blank())).hasMessageContaining("You have no “Island” assigned");
    }

    @Test
    void listWithoutPermittedValuesDoesNotAllowAll() {
        Optional<AllowedValues> list = Optional.of(AllowedValues.of(List.of("Brenna", "Corrie")));
        assertThat(held(true, TWO).listed(TWO, list)).isEqualTo(ChoiceText.of("Brenna"));
        assertThat(held(true, TWO).listed(ChoiceText.blank(), list)).isEqualTo(ChoiceText.of("Brenna"));
        assertThat(held(false, TWO).listed(ChoiceText.of("Ardlow"), list)).isEqualTo(ChoiceText.of("Brenna"));
        Optional<AllowedValues> others = Optional.of(AllowedValues.of(List.of("Corrie")));
        assertThatThrownBy(() -> held(true, TWO).listed(TWO, others)).hasMessageContaining("is on the list now");
    }

    @Test
    void comparesValuesByType() {
        ParameterDefinition number = ParameterDefinition.of(
                Parameter.of("n", Type.INTEGER).asMultiple(), new ParameterDefinition.Words("N", "", "", "", ""));
        RestrictedChoice held = new RestrictedChoice(number, ChoiceText.of("007"));
        assertThat(held.chosen(ChoiceText.of("7"))).isEqualTo(ChoiceText.of("7"));
        assertThatThrownBy(() -> held.chosen(ChoiceText.of("70"))).hasMessageContaining("“70”");
    }

    @Test
    void valueForAMonthIsThatMonth() {
        Parameter month = Parameter.of("m", Type.DATE).covering(ValueCoverage.MONTH);
        RestrictedChoice held = new RestrictedChoice(
                ParameterDefinition.of(month, new ParameterDefinition.Words("M", "", "", "", "")),
                ChoiceText.of("2026-03"));
        assertThat(held.chosen(ChoiceText.of("2026-03-15"))).isEqualTo(ChoiceText.of("2026-03-15"));
        assertThat(held.sent(new Choice.One(new Value.Day(LocalDate.of(2026, 3, 1)))))
                .isNotNull();
        assertThatThrownBy(() -> held.chosen(ChoiceText.of("2026-04"))).hasMessageContaining("“2026-04”");
    }

    @Test
    void neverReturnsAForbiddenValue() {
        Random random = new Random(11);
        List<String> all = List.of("a", "b", "c", "d", "e");
        for (int i = 0; i < 20_000; i++) {
            Set<String> theirs = Set.copyOf(some(random, all));
            boolean nulls = random.nextInt(4) == 0;
            if (theirs.isEmpty() && !nulls) {
                continue;
            }
            RestrictedChoice held =
                    held(random.nextInt(3) > 0, new ChoiceText(ChoiceText.Kind.VALUES, List.copyOf(theirs), nulls));
            ChoiceText text = any(random, all);
            Optional<AllowedValues> list =
                    random.nextBoolean() ? Optional.empty() : Optional.of(AllowedValues.of(some(random, all)));
            try {
                ChoiceText within = random.nextBoolean() ? held.chosen(text) : held.opening(text);
                ChoiceText listed = held.listed(random.nextInt(5) == 0 ? ChoiceText.blank() : within, list);
                assertThat(listed.kind()).isEqualTo(ChoiceText.Kind.VALUES);
                assertThat(theirs).containsAll(listed.values());
                assertThat(listed.withoutValue()).isIn(false, nulls);
                assertThat(listed.values().isEmpty() && !listed.withoutValue()).isFalse();
            } catch (ProblemException refused) {
                assertThat(refused.first().kind()).isEqualTo(ProblemKind.ROW_ACCESS_DENIED);
            }
        }
    }

    private static List<String> some(Random random, List<String> all) {
        List<String> some = new ArrayList<>();
        all.forEach(value -> {
            if (random.nextInt(3) == 0) {
                some.add(value);
            }
        });
        return some;
    }

    private static ChoiceText any(Random random, List<String> all) {
        return switch (random.nextInt(5)) {
            case 4 -> new ChoiceText(ChoiceText.Kind.VALUES, List.of(), random.nextBoolean());
            case 0 -> ChoiceText.blank();
            case 1 -> ChoiceText.all();
            case 2 -> ChoiceText.of(some(random, all));
            default ->
                new ChoiceText(
                        ChoiceText.Kind.VALUES, List.of(all.get(random.nextInt(all.size()))), random.nextBoolean());
        };
    }
}
