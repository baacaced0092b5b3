package plainsieve.server.api.body;

import java.util.List;
import java.util.Map;
import plainsieve.core.view.Control;
import plainsieve.server.project.Report;

/** Reports on the wire. */
public final class ReportBodies {
    private ReportBodies() {}

    /**
     * A report in a list.
     *
     * @param lastRun when a reader last ran it, as ISO 8601 writes it; empty when no one did
     * @param lastOutcome how that went: done, failed, stopped, running; empty when no one ran it
     */
    public record ReportCard(
            String id,
            String name,
            String audience,
            List<QuestionPart> question,
            PublicationStatus status,
            int version,
            String lastRun,
            String lastOutcome) {
        /** What viewers have of it. */
        public enum PublicationStatus {
            /** Nothing yet. */
            DRAFT,
            /** What it was before its draft was changed. */
            CHANGED,
            /** All of it. */
            GIVEN
        }
    }

    /** A piece of a question line, with the parameters whose choice it says. */
    public record QuestionPart(String text, List<String> parameters) {}

    /**
     * A report as its page needs it.
     *
     * @param viewParameters for each view the parameters its statement depends on
     * @param links for each view whose groups open another report, which
     * @param partners for each view that groups by a column of an outer join the table that some rows may have no partner in
     * @param dateRanges for each line the two parameters whose range of days it follows
     * @param queryLimits for each view of figures or groups whose query has its own row limit, that limit
     * @param dependencies for each parameter those that its list and its formulas depend on
     */
    public record ReportBody(
            String id,
            String name,
            String audience,
            String question,
            ReportContentBody definition,
            List<ParameterBody> parameters,
            Map<String, List<String>> viewParameters,
            Map<String, ReportLinkBody> links,
            Map<String, String> partners,
            Map<String, List<String>> dateRanges,
            Map<String, QueryLimitBody> queryLimits,
            Map<String, List<String>> dependencies,
            long maximumRows,
            int version,
            StageSummary stage) {}

    /**
     * The row limit of a query, which figures and groups on top of it are subject to.
     *
     * @param parameter that says how many rows; empty when the text does
     * @param rows as the text says; 0 when a parameter or an expression does
     */
    public record QueryLimitBody(String parameter, long rows) {}

    /**
     * The stage that a report is seen in.
     *
     * @param restrictions what of it narrows what is seen here, where no control shows it; none where nothing does
     */
    public record StageSummary(String name, List<String> restrictions) {}

    /**
     * Another report that a click opens.
     *
     * @param parameter the one of that report that takes what was clicked
     * @param carriedParameters the parameters whose choice is included, because that report has them as well
     */
    public record ReportLinkBody(String reportId, String name, String parameter, List<String> carriedParameters) {}

    /**
     * The content of a report and its opening.
     *
     * @param start defaults: runs with them; empty: waits until rows are asked for; question: something must be chosen first
     * @param onDemand whether it runs when <em>Show rows</em> is pressed, not whenever a choice changes
     * @param signedParameters parameters whose choice comes from a signed link and from nowhere else
     */
    public record ReportContentBody(
            List<ControlBody> controls,
            List<ViewBodies.ViewBody> views,
            String start,
            boolean onDemand,
            boolean showsPlacements,
            List<String> signedParameters) {
        public static ReportContentBody of(Report report) {
            return new ReportContentBody(
                    report.controls().stream().map(ControlBody::of).toList(),
                    report.views().stream().map(ViewBodies.ViewBody::of).toList(),
                    report.opening().start().word(),
                    report.opening().onDemand(),
                    report.opening().showsPlacements(),
                    report.opening().signedParameters());
        }
    }

    /**
     * An input.
     *
     * @param parameters one, or the two ends of a range
     * @param heading what it is under; empty for the group of its parameter
     * @param place beside-rows, or in-sentence: only after its word in the question line
     */
    public record ControlBody(String kind, String label, List<String> parameters, String heading, String place) {
        static ControlBody of(Control control) {
            return new ControlBody(
                    control.kind(),
                    control.label(),
                    control.parameters(),
                    control.look().heading(),
                    control.look().place().word());
        }
    }
}
