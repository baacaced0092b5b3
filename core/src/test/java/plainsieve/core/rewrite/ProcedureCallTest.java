package plainsieve.core.rewrite;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.statement.Placement;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

class ProcedureCallTest {
    private static final Dialect MARIADB = Dialects.of("mariadb");

    @Test
    void bindsItsArguments() {
        ProcedureCall call = ProcedureCall.of("call ferries.month_of(:month, 'x', f(1));", MARIADB)
                .orElseThrow();
        assertThat(call.parameterNames()).containsExactly("month");
        Statement statement = call.statement(
                new Choices(
                        Map.of("month", Parameter.of("month", Type.TEXT)),
                        Map.of("month", new Choice.One(new Value.Text("it's")))),
                1000);
        assertThat(statement.text()).isEqualTo("call ferries.month_of(?, 'x', f(1));");
        assertThat(statement.values()).hasSize(1);
        assertThat(statement.placements().get(0).outcome()).isEqualTo(Placement.Outcome.BOUND);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "select 1",
                "call",
                "call f",
                "call f(1), g(2)",
                "call f(1); drop table ports",
                "call f(1); call g(2)",
                "call f(1) union select (2)",
                "recall f(1)"
            })
    void rejectsAnythingElse(String text) {
        assertThat(ProcedureCall.of(text, MARIADB)).isEmpty();
    }
}
