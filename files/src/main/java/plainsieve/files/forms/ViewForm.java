package plainsieve.files.forms;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import java.util.Optional;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.view.ClickThrough;
import plainsieve.core.view.ColumnLabels;
import plainsieve.core.view.ComparisonBasis;
import plainsieve.core.view.Figure;
import plainsieve.core.view.Size;
import plainsieve.core.view.ValueFormat;
import plainsieve.core.view.View;
import plainsieve.core.view.ViewContent;

/**
 * A view of a report.
 *
 * @param title a question line
 * @param query the ID of its query; texts have none
 * @param groupBy one column or several: bars and their parts, one line per value of the second, levels of groups
 * @param limitParameter the parameter that limits only this view
 * @param columns of a table: the visible columns in order; empty for all
 * @param text of a text view, in the notation of question lines
 * @param comparison the basis of figures: all, before and a parameter, year and a parameter
 * @param ignoredParameters parameters that do not filter this view
 * @param link the report that a click opens, a space, and the parameter that receives the clicked value
 */
public record ViewForm(
        String id,
        @NotNull(message = FormLimits.MISSING) ViewContent.Kind kind,
        String title,
        String query,
        List<@NotNull(message = FormLimits.MISSING) @Valid MeasureForm> measures,
        @ShortList List<@NotNull(message = FormLimits.MISSING) String> groupBy,
        String limitParameter,
        List<@NotNull(message = FormLimits.MISSING) @Valid TableColumnForm> columns,
        String text,
        String comparison,
        List<@NotNull(message = FormLimits.MISSING) String> ignoredParameters,
        String link,
        @Valid LayoutForm layout)
        implements Form {
    public ViewForm {
        id = Absent.orEmpty(id);
        title = Absent.orEmpty(title);
        query = Absent.orEmpty(query);
        measures = Absent.orEmpty(measures);
        groupBy = Absent.orEmpty(groupBy).stream()
                .filter(key -> key == null || !key.isEmpty())
                .toList();
        limitParameter = Absent.orEmpty(limitParameter);
        columns = Absent.orEmpty(columns);
        text = Absent.orEmpty(text);
        comparison = Absent.orEmpty(comparison);
        ignoredParameters = Absent.orEmpty(ignoredParameters);
        link = Absent.orEmpty(link);
        layout = layout == null ? LayoutForm.USUAL : layout;
    }

    /**
     * The layout of a view.
     *
     * @param order of bars
     * @param first number of bars shown; 0 for all; 7 if missing
     * @param sideBySide whether parts of bars are side by side
     * @param width in twelfths of the page; 0: by its kind
     * @param height in lines; 0: by its kind
     */
    public record LayoutForm(ResultShape.Order order, Integer first, boolean sideBySide, int width, int height)
            implements Form {
        static final LayoutForm USUAL = new LayoutForm(null, null, false, 0, 0);

        public LayoutForm {
            order = order == null ? ViewContent.Rank.USUAL.order() : order;
            first = first == null ? ViewContent.Rank.USUAL.first() : first;
        }

        static LayoutForm of(View view) {
            ViewContent.Rank rank =
                    view.shown() instanceof ViewContent.Bars bars ? bars.rank() : ViewContent.Rank.USUAL;
            boolean beside = view.shown() instanceof ViewContent.Bars bars && !bars.stacked();
            return new LayoutForm(
                    rank.order(),
                    rank.first(),
                    beside,
                    view.size().width(),
                    view.size().height());
        }
    }

    /**
     * A column of a table.
     *
     * @param label its heading
     * @param format of its values, such as number 1, money €, percent, unit min, day, month, moment
     * @param total whether the sum over all rows is shown
     * @param width in characters; 0 for automatic
     */
    public record TableColumnForm(String name, String label, String format, boolean total, int width) implements Form {
        public TableColumnForm {
            name = Absent.orEmpty(name);
            label = Absent.orEmpty(label);
            format = Absent.orEmpty(format);
        }

        static TableColumnForm of(ColumnLabels column) {
            return new TableColumnForm(
                    column.name(), column.label(), column.format().written(), column.totalled(), column.width());
        }

        ColumnLabels toLabels() {
            ValueFormat known = ValueFormat.read(format)
                    .orElseThrow(() -> new ProblemException(Problem.of(
                            ProblemKind.INVALID_REPORT,
                            "Unknown format “%s” of the column “%s”.".formatted(format, name),
                            "Use number 1, money and a sign, percent 1, unit and its words, day, month or moment.")));
            return new ColumnLabels(name, label, known, total, width);
        }
    }

    public static ViewForm of(View view) {
        ViewContent shown = view.shown();
        return new ViewForm(
                view.id(),
                shown.kind(),
                view.title(),
                view.queryId(),
                shown.measures().stream().map(MeasureForm::of).toList(),
                shown.grouping(),
                shown.limitParameter().orElse(""),
                shown instanceof ViewContent.Table table
                        ? table.columns().stream().map(TableColumnForm::of).toList()
                        : List.of(),
                shown instanceof ViewContent.Text words ? words.text() : "",
                shown instanceof ViewContent.Figures figures
                        ? figures.comparedWith().map(ComparisonBasis::written).orElse("")
                        : "",
                view.ignoredParameters(),
                view.link()
                        .map(link -> (link.reportId() + " " + link.parameter()).strip())
                        .orElse(""),
                LayoutForm.of(view));
    }

    /** Throws {@link ProblemException} for an incomplete view and an unknown format or comparison. */
    public View toView() {
        return new View(
                id, title, query, content(), ignoredParameters, Size.near(layout.width(), layout.height()), clicked());
    }

    private Optional<ClickThrough> clicked() {
        if (link.isEmpty()) {
            return Optional.empty();
        }
        String[] parts = link.strip().split(" +");
        if (parts.length == 1 && kind == ViewContent.Kind.TABLE) {
            return Optional.of(ClickThrough.toFurtherRows(parts[0]));
        }
        if (parts.length != 2) {
            throw incomplete("does not define what a click opens", "Name a report, and a parameter of it.");
        }
        return Optional.of(new ClickThrough(parts[0], parts[1]));
    }

    private ViewContent content() {
        if (kind == null) {
            throw incomplete("has no kind", "Use figures, bars, line, table, groups or text.");
        }
        return switch (kind) {
            case FIGURES -> new ViewContent.Figures(figures(), comparisonBasis());
            case BARS ->
                new ViewContent.Bars(
                        figures(),
                        grouping(),
                        new ViewContent.Rank(layout.order(), Math.max(0, layout.first())),
                        !layout.sideBySide());
            case LINE -> new ViewContent.Line(figures(), grouping());
            case TABLE ->
                new ViewContent.Table(
                        limitParameter,
                        columns.stream().map(TableColumnForm::toLabels).toList());
            case GROUPS -> new ViewContent.Groups(figures(), grouping());
            case TEXT -> new ViewContent.Text(text);
        };
    }

    private List<Figure> figures() {
        if (measures.isEmpty()) {
            throw incomplete("has no measures", "Give it measures.");
        }
        return measures.stream().map(MeasureForm::toFigure).toList();
    }

    private List<String> grouping() {
        if (groupBy.isEmpty()) {
            throw incomplete("groups by nothing", "Give it group-by, a column of its query.");
        }
        return groupBy;
    }

    private Optional<ComparisonBasis> comparisonBasis() {
        if (comparison.isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(ComparisonBasis.read(comparison)
                .orElseThrow(() -> incomplete(
                        "has an unknown comparison “%s”".formatted(comparison),
                        "Use all, or before or year and the lower end of a range of days.")));
    }

    private ProblemException incomplete(String what, String advice) {
        return new ProblemException(
                Problem.of(ProblemKind.INVALID_REPORT, "The view “%s” %s.".formatted(id, what), advice));
    }
}
