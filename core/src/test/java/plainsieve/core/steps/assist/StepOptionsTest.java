package plainsieve.core.steps.assist;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.sentence.MarkOption;
import plainsieve.core.steps.compile.FerryTables;
import plainsieve.core.steps.compile.StepsAnalysis;
import plainsieve.core.steps.parse.StepMark;
import plainsieve.core.value.Type;

/** Options of the marks of a step, and completions of a partial one. */
class StepOptionsTest {
    private static final List<ParameterDefinition> PARAMETERS =
            List.of(parameter("island", Type.TEXT), parameter("from", Type.DATE), parameter("rows", Type.INTEGER));

    private static ParameterDefinition parameter(String name, Type type) {
        return ParameterDefinition.of(Parameter.of(name, type), new ParameterDefinition.Words(name, "", "", "", "any"));
    }

    private static StepsAnalysis read(String... lines) {
        return StepsAnalysis.of("steps 1\n" + String.join("\n", lines), Dialects.of("postgresql"), FerryTables.all());
    }

    private static AvailableRows rows() {
        return new AvailableRows(
                FerryTables.all(),
                Dialects.of("postgresql"),
                List.of(new AvailableRows.NamedTable("ports", "14 rows")));
    }

    private static List<MarkOption> offers(StepMark.Kind kind, String... lines) {
        StepsAnalysis analysis = read(lines);
        int last = analysis.steps().size() - 1;
        List<StepMark> marks = analysis.steps().get(last).marks();
        int mark = IntStream.range(0, marks.size())
                .filter(i -> marks.get(i).kind() == kind)
                .findFirst()
                .orElseThrow();
        return new StepOptions(analysis, PARAMETERS, rows()).of(last, mark);
    }

    private static List<String> ids(List<MarkOption> offers) {
        return offers.stream().map(MarkOption::id).toList();
    }

    @Test
    void listInputColumns() {
        assertThat(ids(offers(StepMark.Kind.COLUMN, "from crossings", "columns state, port_id", "where state = 'a'")))
                .containsExactly("state", "port_id");
    }

    @Test
    void listColumnsOfTheJoinedRows() {
        assertThat(ids(offers(
                        StepMark.Kind.THEIRS,
                        "from crossings",
                        "join ports on port_id = ports.port_id, adding name; keep all rows")))
                .containsExactly("port_id", "name", "island");
    }

    @Test
    void keepTheOperandWhenTheOperatorChanges() {
        assertThat(ids(offers(StepMark.Kind.VERB, "from crossings", "where delay_min in (3, :d)")))
                .contains("between 3 and :d", "> 3", "not in (3, :d)", "has no value")
                .doesNotContain("contains 3", "is on 3");
    }

    @Test
    void listOperatorsOfTheType() {
        assertThat(ids(offers(StepMark.Kind.VERB, "from crossings", "where departed_at = today")))
                .contains("is from today to the end of today", "is in the last 7 days")
                .doesNotContain("contains today", "< today");
        assertThat(ids(offers(StepMark.Kind.VERB, "from crossings", "where state = 'a'")))
                .contains("contains 'a'")
                .doesNotContain("is on 'a'", "is above 'a'");
    }

    @Test
    void listFittingParametersAndANewOne() {
        assertThat(ids(offers(StepMark.Kind.VALUE, "from crossings", "where state = 'a'")))
                .contains(":island", ":state")
                .doesNotContain(":from", ":rows", "today");
        assertThat(ids(offers(StepMark.Kind.VALUE, "from crossings", "where departed_at = today")))
                .contains(":from", "today")
                .doesNotContain(":island");
    }

    @Test
    void areReadBackAsSteps() {
        for (StepMark.Kind kind : List.of(StepMark.Kind.COLUMN, StepMark.Kind.VERB)) {
            String line = "where departed_at is after 2026-03-01";
            StepsAnalysis analysis = read("from crossings", line);
            StepMark mark = analysis.steps().get(1).marks().stream()
                    .filter(one -> one.kind() == kind)
                    .findFirst()
                    .orElseThrow();
            for (MarkOption option : offers(kind, "from crossings", line)) {
                String taken = line.substring(0, mark.replaced().start())
                        + option.id()
                        + line.substring(mark.replaced().end());
                assertThat(read("from crossings", taken).steps().get(1).step())
                        .as(taken)
                        .isPresent();
            }
        }
    }

    @Test
    void addOrRemoveOneColumn() {
        assertThat(ids(offers(StepMark.Kind.COLUMNS, "from ports", "columns name as port, island")))
                .containsExactly("name as port, island, port_id", "island", "name as port");
    }

    @Test
    void listTablesAndQueries() {
        assertThat(ids(offers(StepMark.Kind.TABLE, "from ports"))).contains("ports", "query 'late'");
    }

    @ParameterizedTest
    @ValueSource(strings = {"add column x = port_id + 1", "rename name to port"})
    void areEmptyForTypedNamesAndFormulas(String line) {
        StepsAnalysis analysis = read("from ports", line);
        StepOptions offers = new StepOptions(analysis, PARAMETERS, rows());
        List<StepMark> marks = analysis.steps().get(1).marks();
        IntStream.range(0, marks.size())
                .filter(i -> marks.get(i).kind() == StepMark.Kind.NAME
                        || marks.get(i).kind() == StepMark.Kind.FORMULA)
                .forEach(i -> assertThat(offers.of(1, i)).isEmpty());
    }

    @Test
    void completeAPartialWord() {
        StepsAnalysis analysis = read("from ports");
        StepCompletions completions = new StepCompletions(analysis, PARAMETERS, rows());
        StepCompletions.CompletionList found = completions.of("where is", 1);
        assertThat(found.from()).isEqualTo(6);
        assertThat(ids(found.offers())).containsExactly("island");
        assertThat(completions.of("where island is ", 1).valuesOf()).isEqualTo("island");
        assertThat(ids(completions.of("where island = :", 1).offers())).contains(":island");
        assertThat(ids(completions.of("join p", 1).offers())).contains("ports");
        StepCompletions.CompletionList begun = completions.of("union all query 'la", 1);
        assertThat(begun.from()).isEqualTo(16);
        assertThat(ids(begun.offers())).containsExactly("'late'");
    }

    @Test
    void ignoreACompleteWord() {
        assertThat(ids(new StepCompletions(read("from ports"), PARAMETERS, rows())
                        .of("where island", 1)
                        .offers()))
                .doesNotContain("island");
    }

    private static List<MarkOption> more(String... lines) {
        StepsAnalysis analysis = read(lines);
        return new StepOptions(analysis, PARAMETERS, rows())
                .more(analysis.steps().size() - 1);
    }

    @Test
    void extendConditionsByEachColumn() {
        List<MarkOption> offers = more("from ports", "where port_id > 1");
        assertThat(ids(offers))
                .containsExactly(" and port_id has a value", " and name has a value", " and island has a value");
        assertThat(offers.get(0).label()).isEqualTo("and port_id …");
        assertThat(offers.get(0).note()).isEqualTo("whole number");
        assertThat(offers.get(1).note()).isEqualTo("text");
    }

    @Test
    void extendSortsByEachColumn() {
        assertThat(ids(more("from ports", "sort by name"))).containsExactly(", port_id", ", name", ", island");
        assertThat(ids(more("from ports", "first 3 rows by name"))).contains(", island");
        assertThat(more("from ports", "first 3 rows")).isEmpty();
        assertThat(more("from ports", "distinct rows")).isEmpty();
        assertThat(more("from ports")).isEmpty();
    }

    @Test
    void extendGroupsByFittingAggregates() {
        assertThat(ids(more("from ports", "group by island: count of rows as n")))
                .containsExactly(
                        "; with subtotals",
                        ", count of rows",
                        ", sum of port_id",
                        ", average of port_id",
                        ", maximum of port_id",
                        ", minimum of port_id",
                        ", count of distinct port_id",
                        ", count of distinct name",
                        ", count of distinct island");
        assertThat(ids(more("from ports", "aggregate all rows: count of rows as n")))
                .contains(", sum of port_id")
                .doesNotContain("; with subtotals");
        assertThat(more("from ports", "group by island: count of rows as n; with subtotals"))
                .isEmpty();
    }

    @Test
    void listAggregatesOfInputColumns() {
        assertThat(ids(offers(StepMark.Kind.FIGURE, "from crossings", "group by state: count of rows as n")))
                .contains("count of rows", "sum of delay_min", "maximum of departed_at", "count of distinct state")
                .doesNotContain("sum of departed_at", "maximum of state");
    }

    @Test
    void listCountsAndIntegerParameters() {
        List<MarkOption> offers = offers(StepMark.Kind.COUNT, "from ports", "first 3 rows by name");
        assertThat(ids(offers)).containsExactly("10", "20", "100", "1000", ":rows", ":rows");
        assertThat(offers.get(5).label()).isEqualTo("let viewers choose it");
    }

    @Test
    void listAlternativeKeywords() {
        assertThat(ids(offers(StepMark.Kind.DIRECTION, "from ports", "sort by name desc")))
                .containsExactly("desc", "asc");
        assertThat(ids(offers(
                        StepMark.Kind.KEPT, "from crossings", "join ports on port_id, adding name; keep all rows")))
                .containsExactly("keep all rows", "keep only matching rows");
        assertThat(ids(offers(StepMark.Kind.BETWEEN, "from ports", "where name = 'a' or island = 'b'")))
                .containsExactly("and", "or");
    }

    @Test
    void listColumnsOfTheSameTypeAndUnusedParameterNames() {
        List<MarkOption> offers = offers(StepMark.Kind.VALUE, "from ports", "where island = 'a'");
        assertThat(ids(offers)).contains("name").doesNotContain("port_id", "island");
        assertThat(offers.stream().filter(offer -> offer.id().equals(":island")))
                .hasSize(1)
                .allSatisfy(offer -> assertThat(offer.note()).isEqualTo("what viewers choose"));
        assertThat(ids(offers(StepMark.Kind.VALUE, "from crossings", "where departed_at = today")))
                .contains("start of month of today", ":departed_at")
                .doesNotContain("state");
    }

    @Test
    void describeTablesAndQueries() {
        List<MarkOption> offers = offers(StepMark.Kind.TABLE, "from ports");
        assertThat(offers.get(0).note()).isEqualTo("14 rows");
        assertThat(offers.stream().filter(offer -> offer.id().startsWith("query ")))
                .isNotEmpty()
                .allSatisfy(offer -> assertThat(offer.note()).isEqualTo("another query"));
    }

    @Test
    void keepAtLeastOneColumnOfAList() {
        assertThat(ids(offers(StepMark.Kind.COLUMNS, "from ports", "columns name")))
                .containsExactly("name, port_id", "name, island");
    }
}
