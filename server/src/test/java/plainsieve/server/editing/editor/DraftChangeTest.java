package plainsieve.server.editing.editor;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import plainsieve.core.rewrite.Measure;
import plainsieve.core.value.ProblemException;
import plainsieve.core.view.Control;
import plainsieve.core.view.Figure;
import plainsieve.core.view.ReportOpening;
import plainsieve.core.view.View;
import plainsieve.core.view.ViewContent;
import plainsieve.server.definitions.model.Report;

/** Changes of a draft and their descriptions. */
class DraftChangeTest {
    private static final List<Figure> COUNT = List.of(new Figure(Measure.countOfRows(), "rows", ""));
    private static final View FIGURES = View.of("figures", "", "q", new ViewContent.Figures(COUNT, Optional.empty()));
    private static final View BARS = View.of("by-port", "By port", "q", bars());
    private static final View TABLE = View.of("rows", "Rows", "q", new ViewContent.Table("", List.of()));
    private static final Control PORT = new Control.Single(Control.Kind.SLICER, Control.Style.called("Port"), "port");
    private static final Control SAILED =
            new Control.Range(Control.RangeKind.DATES, Control.Style.called("Sailed"), "from", "to");
    private static final Report REPORT = new Report(
            "late", "Late", "", "", List.of(PORT, SAILED), List.of(FIGURES, BARS, TABLE), ReportOpening.USUAL, 3);

    private static ViewContent bars() {
        return new ViewContent.Bars(COUNT, List.of("port"), ViewContent.Rank.USUAL, true);
    }

    private static List<String> ids(Report report) {
        return report.views().stream().map(View::id).toList();
    }

    private static List<String> told(Report draft) {
        return DraftDifferences.between(REPORT, draft);
    }

    @Test
    void insertsBeforeTheFinalTable() {
        View line = View.of("over-day", "Over", "q", new ViewContent.Line(COUNT, List.of("day:day")));
        Report added = new DraftChange(REPORT).adding(line);
        assertThat(ids(added)).containsExactly("figures", "by-port", "over-day", "rows");
        assertThat(told(added)).containsExactly("New: “Line of the number of rows by day of day, called Over”.");
    }

    @Test
    void duplicateIdGetsANewOne() {
        assertThat(ids(new DraftChange(REPORT).adding(BARS)))
                .containsExactly("figures", "by-port", "by-port-2", "rows");
        assertThat(ids(new DraftChange(REPORT).copying("by-port")))
                .containsExactly("figures", "by-port", "by-port-copy", "rows");
    }

    @Test
    void movingStopsAtTheEnds() {
        EditedElement figures = new EditedElement.OfView("figures");
        assertThat(ids(new DraftChange(REPORT).moving(figures, false))).isEqualTo(ids(REPORT));
        Report moved = new DraftChange(REPORT).moving(figures, true);
        assertThat(ids(moved)).containsExactly("by-port", "figures", "rows");
        assertThat(told(moved)).containsExactly("The order changed.");
    }

    @Test
    void dropsAtTheTarget() {
        DraftChange change = new DraftChange(REPORT);
        assertThat(ids(change.moved(new EditedElement.OfView("rows"), 0)))
                .containsExactly("rows", "figures", "by-port");
        assertThat(ids(change.moved(new EditedElement.OfView("figures"), 99)))
                .containsExactly("by-port", "rows", "figures");
        assertThat(change.moved(new EditedElement.OfControl("from"), 0).controls())
                .containsExactly(SAILED, PORT);
        assertThatThrownBy(() -> change.moved(new EditedElement.OfControl("vessel"), 0))
                .isInstanceOf(ProblemException.class);
    }

    private static Control under(String parameter, String heading) {
        return new Control.Single(
                Control.Kind.AUTOMATIC, Control.Style.called(parameter).under(heading), parameter);
    }

    private static List<String> headings(List<Control> controls, String moved) {
        return new DraftChange(REPORT.withControls(controls))
                        .withHeading(new EditedElement.OfControl(moved), control -> control.style()
                                .heading())
                        .controls()
                        .stream()
                        .map(control -> control.style().heading())
                        .toList();
    }

    @Test
    void controlBetweenTwoOfAnotherHeadingJoinsThem() {
        Control where = under("a", "Where");
        Control when = under("b", "When");
        assertThat(headings(List.of(where, when, under("c", "Where")), "b")).containsOnly("Where");
        assertThat(headings(List.of(where, when, under("c", "Who")), "b")).containsExactly("Where", "When", "Who");
        assertThat(headings(List.of(where, when), "b")).containsExactly("Where", "When");
        Control unseen = where.looking(where.style().at(Control.Position.IN_SENTENCE));
        assertThat(headings(List.of(unseen, when, under("c", "Where")), "b")).containsExactly("Where", "When", "Where");
    }

    @Test
    void rangeMovesAsAWholeNamedByItsLowerEnd() {
        Report without = new DraftChange(REPORT).without(new EditedElement.OfControl("from"));
        assertThat(without.controls()).containsExactly(PORT);
        assertThat(told(without)).containsExactly("The control of :from, :to was removed.");
    }

    @Test
    void ignoresMissingItems() {
        DraftChange change = new DraftChange(REPORT);
        assertThatThrownBy(() -> change.without(new EditedElement.OfControl("vessel")))
                .isInstanceOf(ProblemException.class);
        assertThatThrownBy(() -> change.without(new EditedElement.OfOpening())).isInstanceOf(ProblemException.class);
        assertThatThrownBy(() -> EditedElement.read("sofa:red")).isInstanceOf(ProblemException.class);
        assertThat(change.without(new EditedElement.OfView("nowhere"))).isEqualTo(REPORT);
    }

    @Test
    void equalDraftsHaveNoDifferences() {
        assertThat(told(REPORT)).isEmpty();
    }

    @Test
    void reportsNamesOpeningAndChangedViews() {
        Report changed = new DraftChange(REPORT)
                .with(BARS.titled("Harbours"))
                .called("Too late", "")
                .withQuestion(
                        "Late from {port}", new ReportOpening(ReportOpening.StartMode.EMPTY, false, List.of(), false));
        assertThat(told(changed))
                .containsExactly(
                        "It is called “Too late”, was “Late”.",
                        "Its question line or audience changed.",
                        "“Bars of the number of rows by port, the 7 largest, called Harbours”, was “Bars of the number of rows by port, the 7 largest, called By port”.",
                        "Its opening or running mode changed.");
    }
}
