package plainsieve.server.api.body;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import plainsieve.core.view.Control;
import plainsieve.core.view.Figure;
import plainsieve.core.view.View;
import plainsieve.server.project.Report;

/** Reports on the wire. */
public final class ReportBodies {
    private ReportBodies() {}

    public record ReportCard(
            String id, String name, String audience, List<SaidPart> question, Standing standing, int version) {
        /** What viewers have of it. */
        public enum Standing {
            /** Nothing yet. */
            DRAFT,
            /** What it was before its draft was changed. */
            CHANGED,
            /** All of it. */
            GIVEN
        }
    }

    /** A piece of a question line, with the parameters whose choice it says. */
    public record SaidPart(String text, List<String> parameters) {}

    /**
     * A report as its page needs it.
     *
     * @param viewParameters for each view the parameters its statement depends on
     * @param needs for each parameter those that its list and its formulas depend on
     */
    public record ReportBody(
            String id,
            String name,
            String audience,
            String question,
            DefinitionBody definition,
            List<ParameterBody> parameters,
            Map<String, List<String>> viewParameters,
            Map<String, List<String>> needs,
            long cap,
            int version) {}

    /**
     * What stands on a report, and how it opens.
     *
     * @param start defaults: runs with them; empty: waits until rows are asked for; question: something must be chosen first
     * @param onDemand whether it runs when <em>Show rows</em> is pressed, not whenever a choice changes
     * @param signed parameters whose choice comes from a signed link and from nowhere else
     */
    public record DefinitionBody(
            List<ControlBody> controls, List<ViewBody> views, String start, boolean onDemand, List<String> signed) {
        public static DefinitionBody of(Report report) {
            return new DefinitionBody(
                    report.controls().stream().map(ControlBody::of).toList(),
                    report.views().stream()
                            .map(view -> view.accept(new ViewBodies()))
                            .toList(),
                    report.opening().start().word(),
                    report.opening().onDemand(),
                    report.opening().signed());
        }
    }

    /** An input. @param parameters one, or the two ends of a range */
    public record ControlBody(String kind, String label, List<String> parameters) {
        static ControlBody of(Control control) {
            return new ControlBody(control.kind(), control.label(), control.parameters());
        }
    }

    /**
     * One thing to look at.
     *
     * @param kind figures, bars, line, or table
     * @param measures for figures, bars and a line
     * @param groupBy for bars and a line: an output column of the query, with a stretch of time behind a colon; else empty
     * @param limitParameter for a table: the parameter that limits this view alone; else empty
     * @param columns for a table: words for its columns, in the query's own order
     */
    public record ViewBody(
            String id,
            String kind,
            String title,
            String queryId,
            List<FigureBody> measures,
            String groupBy,
            String limitParameter,
            List<ColumnWordsBody> columns) {}

    /** @param column empty for a count of rows */
    public record FigureBody(String function, String column, String label, String unit) {
        static FigureBody of(Figure figure) {
            return new FigureBody(
                    figure.measure().function().name().toLowerCase(Locale.ROOT),
                    figure.measure().column().orElse(""),
                    figure.label(),
                    figure.unit());
        }
    }

    /** What viewers read above a column. */
    public record ColumnWordsBody(String name, String label) {}

    private record ViewBodies() implements View.Visitor<ViewBody> {
        @Override
        public ViewBody figures(View.Figures view) {
            return body(view, view.measures(), "", List.of());
        }

        @Override
        public ViewBody bars(View.Bars view) {
            return body(view, view.measures(), view.groupBy(), List.of());
        }

        @Override
        public ViewBody line(View.Line view) {
            return body(view, view.measures(), view.by(), List.of());
        }

        @Override
        public ViewBody table(View.Table view) {
            return body(
                    view,
                    List.of(),
                    "",
                    view.columns().stream()
                            .map(column -> new ColumnWordsBody(column.name(), column.label()))
                            .toList());
        }

        private static ViewBody body(View view, List<Figure> measures, String groupBy, List<ColumnWordsBody> columns) {
            return new ViewBody(
                    view.id(),
                    view.kind(),
                    view.title(),
                    view.queryId(),
                    measures.stream().map(FigureBody::of).toList(),
                    groupBy,
                    view.limitParameter().orElse(""),
                    columns);
        }
    }
}
