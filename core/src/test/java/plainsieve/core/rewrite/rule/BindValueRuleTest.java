package plainsieve.core.rewrite.rule;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.parameter.AllowedValues;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.edit.Edit;
import plainsieve.core.rewrite.edit.Fragment;
import plainsieve.core.rewrite.edit.SourceText;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

class BindValueRuleTest {
    private static final Value A = new Value.Text("a");
    private static final Value B = new Value.Text("b");

    private static Choice choice(String written) {
        return switch (written) {
            case "blank" -> new Choice.Blank();
            case "all" -> new Choice.All();
            case "a" -> new Choice.One(A);
            case "[a]" -> new Choice.Many(List.of(A), false);
            case "[a-]" -> new Choice.Many(List.of(A), true);
            case "[a b]" -> new Choice.Many(List.of(A, B), false);
            case "[-]" -> new Choice.Many(List.of(), true);
            default ->
                new Choice.One(
                        new Value.Name(written.substring("name ".length()).replace("\\0", "\0")));
        };
    }

    private static Fragment bound(Parameter parameter, String text, String chosen) {
        Dialect dialect = Dialects.of("postgresql");
        ParsedQuery query = ParsedQuery.parse(text, dialect);
        Choices choices = new Choices(Map.of("p", parameter), Map.of("p", choice(chosen)));
        Edit edit = BindValueRule.apply(query.parameters().get(0), choices, new SourceText(query.tokens(), dialect));
        assertThat(text.substring(edit.start(), edit.end())).isEqualTo(":p");
        return edit.replacement();
    }

    private static Parameter with(BlankRule rule) {
        return Parameter.of("p", Type.TEXT).withBlankRule(rule);
    }

    @ParameterizedTest
    @CsvSource({"a", "[a]"})
    void bindsOneValue(String chosen) {
        Fragment fragment = bound(with(BlankRule.NO_FILTER), "select 1 from t where x > :p", chosen);
        assertThat(fragment).isEqualTo(Fragment.bound("p", new PlaceholderBinding.Single(A)));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', textBlock = """
            select f(:p)                                              # true
            select 1 from t where x is not distinct from :p           # true
            select 1 from t where x <=> :p                            # true
            select 1 from t where x > :p                              # false
            select 1 from t where x like :p                           # false
            select 1 from t where f(x from :p)                        # false
            """)
    void bindsNullOnlyWhereItMatchesNullRows(String text, boolean binds) {
        if (binds) {
            assertThat(bound(with(BlankRule.ROWS_WITHOUT_VALUE), text, "blank"))
                    .isEqualTo(Fragment.bound("p", new PlaceholderBinding.TypedNull(Type.TEXT)));
        } else {
            assertThatThrownBy(() -> bound(with(BlankRule.ROWS_WITHOUT_VALUE), text, "blank"))
                    .isInstanceOf(ProblemException.class);
        }
    }

    @ParameterizedTest
    @CsvSource({
        "blank, not-supported",
        "all, not-supported",
        "[a b], not-supported",
        "[a-], not-supported",
        "[-], not-supported"
    })
    void doesNotBindMultipleValues(String chosen, String kind) {
        assertThatThrownBy(() -> bound(with(BlankRule.NO_FILTER), "select f(:p)", chosen))
                .isInstanceOfSatisfying(ProblemException.class, refused -> {
                    assertThat(refused.first().kind().word()).isEqualTo(kind);
                    assertThat(refused.first().place().orElseThrow().start()).isEqualTo(9);
                    assertThat(refused.first().parameter()).contains("p");
                });
    }

    @ParameterizedTest
    @CsvSource({"name delay, true", "name other, false", "name a\\0b, false"})
    void writesOnlyListedIdentifiers(String chosen, boolean listed) {
        Parameter name = Parameter.of("p", Type.NAME).withAllowed(AllowedValues.of(List.of("delay", "a\0b")));
        if (listed) {
            assertThat(bound(name, "select 1 from t order by :p", chosen)).isEqualTo(Fragment.of("\"delay\""));
        } else {
            assertThatThrownBy(() -> bound(name, "select 1 from t order by :p", chosen))
                    .hasMessageContaining("must be chosen from a list");
        }
    }
}
