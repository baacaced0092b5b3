package plainsieve.core.rewrite;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.edit.Edit;
import plainsieve.core.rewrite.edit.Fragment;
import plainsieve.core.rewrite.rule.ConditionChange;
import plainsieve.core.rewrite.rule.ConditionRule;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.statement.Placement;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

/** The statement of a wrong rule is never sent. */
class StatementCheckTest {
    private static final Parameter P = Parameter.of("p", Type.INTEGER);
    private static final PreparedQuery QUERY =
            PreparedQuery.of("select x from t where a = 1 and b = :p and c = 2", Dialects.of("duckdb"));

    private static String sent(ConditionRule rule) {
        Choices choices = new Choices(Map.of("p", P), Map.of("p", new Choice.One(new Value.Whole(5))));
        return QUERY.by(List.of(rule))
                .rewrite(choices, ResultShape.allRows(), Statement.NO_CAP)
                .text();
    }

    /** A rule that replaces the condition by this text. */
    private static ConditionRule writing(String text, String parameter) {
        return (conditionSite, choices, sourceText) -> {
            Fragment.Builder fragment = Fragment.build();
            int mark = text.indexOf('?');
            fragment.text(mark < 0 ? text : text.substring(0, mark));
            if (mark >= 0) {
                fragment.bind(parameter, new PlaceholderBinding.Single(new Value.Whole(5)))
                        .text(text.substring(mark + 1));
            }
            Edit edit = new Edit(
                    sourceText.start(conditionSite.span()), sourceText.end(conditionSite.span()), fragment.done());
            return Optional.of(ConditionChange.edits(
                    List.of(edit), Map.of(conditionSite.places().get(0).token(), Placement.Outcome.BOUND)));
        };
    }

    @Test
    void acceptsACorrectRule() {
        assertThat(sent(writing("b = ?", "p"))).isEqualTo("select x from t where a = 1 and b = ? and c = 2");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "b = 5",
                "not b = ?",
                "b = ? or true",
                "b = ?) or (true",
                "b <> ?",
                "d = ?",
                "true",
                "b = ? --",
                "b = ? and",
                "b = ? and d = 1",
                "b = '?'"
            })
    void rejectsAWrongRule(String wrong) {
        assertThatThrownBy(() -> sent(writing(wrong, "p"))).hasMessageContaining("failed verification");
    }

    @Test
    void rejectsARuleThatBindsAnotherParameter() {
        assertThatThrownBy(() -> sent(writing("b = ?", "q"))).hasMessageContaining("failed verification");
    }

    @Test
    void checksCachedTextAgainForOtherBindings() {
        AtomicReference<ConditionRule> current = new AtomicReference<>(writing("b = ?", "p"));
        PreparedQuery query = QUERY.by(List.of(
                (conditionSite, choices, sourceText) -> current.get().apply(conditionSite, choices, sourceText)));
        Choices choices = new Choices(Map.of("p", P), Map.of("p", new Choice.One(new Value.Whole(5))));
        query.rewrite(choices, ResultShape.allRows(), Statement.NO_CAP);
        current.set(writing("b = ?", "q"));
        assertThatThrownBy(() -> query.rewrite(choices, ResultShape.allRows(), Statement.NO_CAP))
                .hasMessageContaining("failed verification");
    }
}
