package plainsieve.core.steps.model;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.steps.compile.FerryTables;
import plainsieve.core.steps.compile.StepsAnalysis;

/** The columns and functions that expressions and conditions of steps reference. */
class StepMentionsTest {
    private static Step step(String line) {
        StepsAnalysis analysis =
                StepsAnalysis.of("steps 1\nfrom crossings\n" + line, Dialects.of("postgresql"), FerryTables.all());
        assertThat(analysis.problems()).isEmpty();
        return analysis.steps().get(1).step().orElseThrow();
    }

    private static StepExpression expression(String text) {
        return ((Step.NewColumn) step("add column x = " + text)).value();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            delay_min + passengers * 2                                                      | delay_min passengers
            departed_at + 7 days                                                              | departed_at
            start of month of departed_at                                                   | departed_at
            days from departed_at to today                                                  | departed_at
            coalesce(state, 'none')                                                         | state
            if state = 'x' then delay_min else passengers                                   | state delay_min passengers
            if not (state = 'x' and delay_min > 3) then 1 else 2                            | state delay_min
            if state = 'x' or passengers in (delay_min, 3) then 1 else 2                    | state passengers delay_min
            if departed_at is in the last 7 days then port_id else 2                        | departed_at port_id
            1                                                                               |
            """)
    void areAllColumnsOfAnExpression(String text, String columns) {
        assertThat(StepMentions.columns(expression(text)))
                .containsExactlyInAnyOrder(columns == null ? new String[0] : columns.split(" "));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            where state = 'x' and delay_min > passengers      | state delay_min passengers
            where not (state = 'x' or port_id in (1, :port))  | state port_id
            where departed_at is in the last 7 days           | departed_at
            """)
    void areAllColumnsOfACondition(String line, String columns) {
        assertThat(StepMentions.columns(((Step.Where) step(line)).condition()))
                .containsExactlyInAnyOrder(columns.split(" "));
    }

    @Test
    void areCallsFromTheOutermost() {
        assertThat(StepMentions.calls(expression("length of (lower case of state)")))
                .extracting(StepExpression.Call::function)
                .hasSize(2)
                .doesNotHaveDuplicates();
        assertThat(StepMentions.calls(expression("if state = 'x' then length of state else 0")))
                .hasSize(1);
        assertThat(StepMentions.calls(expression("delay_min + 1"))).isEmpty();
    }
}
