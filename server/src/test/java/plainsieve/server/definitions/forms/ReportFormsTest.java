package plainsieve.server.definitions.forms;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.rewrite.Measure;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.value.ProblemException;
import plainsieve.core.view.ClickThrough;
import plainsieve.core.view.ColumnLabels;
import plainsieve.core.view.ComparisonBasis;
import plainsieve.core.view.Figure;
import plainsieve.core.view.ReportOpening;
import plainsieve.core.view.Size;
import plainsieve.core.view.ValueFormat;
import plainsieve.core.view.View;
import plainsieve.core.view.ViewContent;
import plainsieve.files.ProjectYaml;
import plainsieve.files.forms.ReportForm;
import plainsieve.server.definitions.model.Report;
import tools.jackson.databind.JsonNode;

/** Reports as forms of project files: every kind of view round-trips, and errors are reported. */
class ReportFormsTest {
    private static final List<Figure> FIGURES = List.of(
            new Figure(Measure.countOfRows(), "rows", ""),
            new Figure(new Measure(Measure.Function.MEDIAN, Optional.of("delay")), "middle", "min"));
    private static final List<View> VIEWS = List.of(
            View.of("f", "", "q", new ViewContent.Figures(FIGURES, ComparisonBasis.read("before from"))),
            new View(
                    "b",
                    "Of {port}",
                    "q",
                    new ViewContent.Bars(
                            FIGURES, List.of("port", "vessel"), new ViewContent.Rank(ResultShape.Order.KEYS, 0), false),
                    List.of("port", "vessel"),
                    new Size(8, 9),
                    Optional.of(new ClickThrough("diary", "port"))),
            View.of("b2", "", "q", new ViewContent.Bars(FIGURES, List.of("delay:10"), ViewContent.Rank.USUAL, true)),
            View.of("l", "Over", "q", new ViewContent.Line(FIGURES, List.of("sailed:week"))),
            View.of(
                    "t",
                    "Rows",
                    "q",
                    new ViewContent.Table(
                            "rows",
                            List.of(new ColumnLabels(
                                    "fare", "Fare", new ValueFormat(ValueFormat.Kind.MONEY, "€"), true, 20)))),
            View.of("g", "", "q", new ViewContent.Groups(FIGURES, List.of("port", "sailed:year"))),
            View.of("w", "", "", new ViewContent.Text("Of {port}.")));

    @Test
    void roundTripsEveryKind() {
        Report report = new Report("r", "R", "", "", List.of(), VIEWS, ReportOpening.USUAL, 1);
        JsonNode json = ProjectYaml.toJson(ReportForms.form(report));
        ReportForm form = ProjectYaml.form(json, ReportForm.class, "report");
        assertThat(ReportForms.report(form.identified("r", 1))).isEqualTo(report);
    }

    @Test
    void readsOptionalFields() {
        View bars = view("{kind: bars, query: q, measures: [{function: count}], group-by: port}");
        assertThat(bars.shown().grouping()).containsExactly("port");
        assertThat(((ViewContent.Bars) bars.shown()).rank()).isEqualTo(ViewContent.Rank.USUAL);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            {kind: bar, query: q}                                                        | Did you mean “bars”?
            {kind: bars, query: q, group-by: port}                                       | has no measures
            {kind: line, query: q, measures: [{function: count}]}                        | groups by nothing
            {kind: figures, query: q, measures: [{function: sum}]}                       | needs a column
            {kind: figures, query: q, measures: [{function: midle, column: x}]}          | has an unknown value, “midle”
            {kind: figures, query: q, measures: [{function: count}], comparison: sometimes} | unknown comparison “sometimes”
            {kind: table, query: q, columns: [{name: x, format: money}]}                 | Unknown format
            {kind: bars, query: q, measures: [{function: count}], group-by: x, link: diary}          | does not define what a click opens
            {kind: bars, query: q, measures: [{function: count}], group-by: x, layout: {order: bigest}} | has an unknown value, “bigest”
            """)
    void reportsErrors(String entry, String message) {
        assertThatThrownBy(() -> view(entry)).isInstanceOfSatisfying(ProblemException.class, e -> assertThat(
                        e.first().inWords())
                .contains(message));
    }

    private static View view(String entry) {
        String yaml = "reports: [{id: r, name: R, views: [" + entry.replaceFirst("\\{", "{id: v, ") + "]}]";
        return ReportForms.report(ProjectYaml.read(yaml, "test").reports().get(0))
                .view("v");
    }
}
