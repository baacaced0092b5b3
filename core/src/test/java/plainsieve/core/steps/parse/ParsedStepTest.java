package plainsieve.core.steps.parse;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.steps.model.ComparisonOperator;
import plainsieve.core.steps.model.KnownColumn;
import plainsieve.core.steps.model.Step;
import plainsieve.core.steps.model.StepCondition;
import plainsieve.core.steps.model.StepExpression;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;

/** Single steps as users write them. */
class ParsedStepTest {
    private static final StepScope KNOWN = new StepScope(Optional.of(List.of(
            KnownColumn.of("state", Type.TEXT),
            KnownColumn.of("delay_min", Type.INTEGER),
            KnownColumn.of("departed_at", Type.DATETIME),
            KnownColumn.of("year", Type.INTEGER),
            KnownColumn.of("first", Type.TEXT))));

    private static ParsedStep read(String line) {
        return ParsedStep.of(line, KNOWN);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '~', textBlock = """
            where state = cancelled                         | where state = 'cancelled'
            where state <> sailed late or delay_min = 3 | where state <> 'sailed late' or delay_min = 3
            where state in (sailed, diverted)           | where state in ('sailed', 'diverted')
            add column x = if delay_min = 3 then late else fine | add column x = if delay_min = 3 then 'late' else 'fine'
            replace in state: sailed with gone               | replace in state: 'sailed' with 'gone'
            """)
    void quotesWordsThatAreNotColumns(String typed, String kept) {
        assertThat(read(typed).written()).isEqualTo(kept);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "where state = first",
                "where state = 'first'",
                "where delay_min = :delay",
                "where delay_min > year",
                "where departed_at is before today",
                "where state has no value",
                "where delay_min > year of departed_at",
                "add column x = if delay_min = 3 then year else no value"
            })
    void keepsKeywords(String typed) {
        assertThat(read(typed).written()).isEqualTo(typed);
    }

    @Test
    void acceptsAnyColumnWhereColumnsAreUnknown() {
        assertThat(ParsedStep.of("where state = cancelled", StepScope.UNKNOWN).written())
                .isEqualTo("where state = cancelled");
    }

    @Test
    void bindsAndMoreTightlyThanOr() {
        Step.Where where = (Step.Where)
                read("where delay_min = 1 or delay_min = 2 and state = 'a'").step();
        StepCondition.Or or = (StepCondition.Or) where.condition();
        assertThat(or.any().get(0)).isInstanceOf(StepCondition.Comparison.class);
        assertThat(or.any().get(1)).isInstanceOf(StepCondition.And.class);
    }

    @Test
    void distinguishesBracketedConditionsFromSums() {
        assertThat(((Step.Where) read("where (delay_min + 1) * 2 = 4").step()).condition())
                .isInstanceOf(StepCondition.Comparison.class);
        assertThat(((Step.Where) read("where (delay_min = 4 or year = 1) and state = 'a'")
                                .step())
                        .condition())
                .isInstanceOf(StepCondition.And.class);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            is from 2026-01-01 to the end of 2026-01-31 | DATE_RANGE
            is from 2026-01-01 to 2026-01-31            | RANGE
            is on or before today                       | ON_OR_BEFORE
            not in (2026-01-01, 2026-01-02)             | NOT_IN
            has no value                                | IS_NULL
            IS AFTER today                              | AFTER
            """)
    void readsKeywords(String words, ComparisonOperator comparisonOperator) {
        StepCondition condition =
                ((Step.Where) read("where departed_at " + words).step()).condition();
        assertThat(((StepCondition.Comparison) condition).verb()).isEqualTo(comparisonOperator);
    }

    @Test
    void readsAColumnNamedLikeAFunction() {
        Step.NewColumn plain = (Step.NewColumn) read("add column x = year + 1").step();
        assertThat(((StepExpression.BinaryOperation) plain.value()).left()).isInstanceOf(StepExpression.Column.class);
        Step.NewColumn called =
                (Step.NewColumn) read("add column x = year of departed_at + 1").step();
        assertThat(((StepExpression.BinaryOperation) called.value()).left()).isInstanceOf(StepExpression.Call.class);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '~', textBlock = """
            whre state = 'a'                     | 1  | Unknown step “whre”.
            where state 'a'                      | 13 | A comparison is missing here.
            where state =                        | 14 | Something is missing here.
            where state = 'a                     | 15 | This ' is not closed.
            where state = 'a' 'b'                | 19 | The step should end here.
            sort by state largest                | 15 | The step should end here.
            group by year of departed_at         | 29 | A name is missing here.
            from values (a, b): (1)              | 21 | This row has 1 values, but the table has 2 columns.
            join ports, adding name              | 11 | “on” is missing here.
            """)
    void reportsTheUnexpectedWord(String line, int column, String message) {
        assertThatThrownBy(() -> read(line)).isInstanceOfSatisfying(ProblemException.class, e -> {
            assertThat(e.first().message()).isEqualTo(message);
            assertThat(e.first().place().orElseThrow().column()).isEqualTo(column);
        });
    }

    @Test
    void rejectsExcessiveNesting() {
        String deep = "where " + "(".repeat(500) + "year is 1" + ")".repeat(500);
        assertThatThrownBy(() -> read(deep)).isInstanceOf(ProblemException.class);
        assertThatThrownBy(() -> read("add column x: " + "(".repeat(500) + "1" + ")".repeat(500)))
                .isInstanceOf(ProblemException.class);
    }

    @Test
    void marksEditableAndDependentWords() {
        String line = "where state in ('a', 'b') and year = :y";
        List<StepMark> marks = read(line).marks();
        assertThat(marks)
                .extracting(StepMark::kind)
                .containsExactly(
                        StepMark.Kind.COLUMN,
                        StepMark.Kind.VERB,
                        StepMark.Kind.VALUE,
                        StepMark.Kind.VALUE,
                        StepMark.Kind.BETWEEN,
                        StepMark.Kind.COLUMN,
                        StepMark.Kind.VERB,
                        StepMark.Kind.VALUE);
        StepMark verb = marks.get(1);
        assertThat(line.substring(verb.at().start(), verb.at().end())).isEqualTo("in");
        assertThat(line.substring(verb.replaced().start(), verb.replaced().end()))
                .isEqualTo("in ('a', 'b')");
        assertThat(verb.about()).containsExactly("state", "'a'", "'b'");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "where departed_at is before departed_at + 3 days and (year = coalesce(delay_min, 3) or state = first)",
                "add column x = if year = delay_min then state else first",
                "join query 'late' called with :a = year, :b = :c on state = late.state, adding state as s; keep all rows",
                "group by state, year of departed_at as y: sum of delay_min where state = first as d",
                "fill blanks of state with first"
            })
    void marksEachWordOnce(String line) {
        int end = 0;
        for (StepMark mark : read(line).marks()) {
            assertThat(mark.at().start()).as(mark.toString()).isGreaterThanOrEqualTo(end);
            end = mark.at().end();
        }
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '~', textBlock = """
            ~~               | where
            ~wh~             | where
            ~where ~         | year of
            ~where state ~ | in
            ~where state is aft~ | after
            ~where state is 'a' ~ | and
            ~first 10 ~      | rows
            ~sort by state ~ | desc
            ~join ports ~ | on
            """)
    void listsPossibleNextWords(String typed, String words) {
        assertThat(ParsedStep.expectations(typed, KNOWN))
                .extracting(Expectation::words)
                .contains(words);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '~', textBlock = """
            ~where state is ~       | VALUE  | state
            ~where ~                | COLUMN | ~~
            ~from ~              | TABLE  | ~~
            ~from query ~        | QUERY  | ~~
            """)
    void listsKindsOfPossibleNextWords(String typed, Expectation.Kind kind, String about) {
        assertThat(ParsedStep.expectations(typed, KNOWN)).contains(new Expectation(kind, about));
    }

    @ParameterizedTest
    @ValueSource(strings = {"where state = 'a' ", "sort by state ", "distinct rows "})
    void offersNoNewStepAfterACompleteOne(String typed) {
        assertThat(ParsedStep.expectations(typed, KNOWN))
                .extracting(Expectation::words)
                .doesNotContain("where", "group by");
    }
}
