package plainsieve.server.body;

import jakarta.annotation.Nullable;
import java.util.List;
import plainsieve.core.rewrite.Measure;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.view.ColumnLabels;
import plainsieve.core.view.ComparisonBasis;
import plainsieve.core.view.Figure;
import plainsieve.core.view.View;
import plainsieve.core.view.ViewContent;

/** Views on the wire. */
public final class ViewBodies {
    private ViewBodies() {}

    /**
     * A view.
     *
     * @param title a question line; rendered with choices by the question of the report
     * @param measures for all kinds except tables and texts
     * @param groupBy for bars, lines and groups: output columns of the query, each with an optional time unit or band width
     *     after a colon
     * @param limitParameter for a table: the parameter that limits only this view; otherwise empty
     * @param columns for a table: the visible columns in order; empty for all
     * @param comparison for figures: what they are compared with; null without a comparison
     * @param ignoredParameters parameters that do not filter this view
     */
    public record ViewBody(
            String id,
            ViewContent.Kind kind,
            String title,
            String queryId,
            List<FigureBody> measures,
            List<String> groupBy,
            String limitParameter,
            List<TableColumnBody> columns,

            @Nullable ComparisonBasis.Kind comparison,
            List<String> ignoredParameters,
            LayoutBody layout) {
        public static ViewBody of(View view) {
            ViewContent content = view.shown();
            return new ViewBody(
                    view.id(),
                    content.kind(),
                    view.title(),
                    view.queryId(),
                    content.measures().stream().map(FigureBody::of).toList(),
                    content.grouping(),
                    content.limitParameter().orElse(""),
                    content instanceof ViewContent.Table table
                            ? table.columns().stream().map(TableColumnBody::of).toList()
                            : List.of(),
                    comparison(content),
                    view.ignoredParameters(),
                    LayoutBody.of(view));
        }

        private static @Nullable ComparisonBasis.Kind comparison(ViewContent content) {
            return content instanceof ViewContent.Figures figures
                    ? figures.comparedWith().map(ComparisonBasis::kind).orElse(null)
                    : null;
        }
    }

    /**
     * The layout of a view.
     *
     * @param first number of bars shown; 0 for all
     * @param width in twelfths of the page; 0: automatic its kind
     * @param height in lines; 0: automatic its kind
     */
    public record LayoutBody(ResultShape.Order order, int first, boolean sideBySide, int width, int height) {
        static LayoutBody of(View view) {
            ViewContent.Rank rank =
                    view.shown() instanceof ViewContent.Bars bars ? bars.rank() : ViewContent.Rank.USUAL;
            boolean beside = view.shown() instanceof ViewContent.Bars bars && !bars.stacked();
            return new LayoutBody(
                    rank.order(),
                    rank.first(),
                    beside,
                    view.size().width(),
                    view.size().height());
        }
    }

    /**
     * A figure.
     *
     * @param column empty for rows
     * @param format such as number 1, money €, percent 1; empty: rounded for readability
     * @param additive whether the figures of groups can be added
     */
    public record FigureBody(
            Measure.Function function, String column, String label, String unit, String format, boolean additive) {
        static FigureBody of(Figure figure) {
            return new FigureBody(
                    figure.measure().function(),
                    figure.measure().column().orElse(""),
                    figure.label(),
                    figure.unit(),
                    figure.format().written(),
                    figure.measure().function().isAdditive());
        }
    }

    /** A column of a table. @param format such as number 1, money €, day; empty for none */
    public record TableColumnBody(String name, String label, String format, boolean total, int width) {
        static TableColumnBody of(ColumnLabels column) {
            return new TableColumnBody(
                    column.name(), column.label(), column.format().written(), column.totalled(), column.width());
        }
    }
}
