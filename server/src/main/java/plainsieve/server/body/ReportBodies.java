package plainsieve.server.body;

import jakarta.annotation.Nullable;
import java.util.List;
import java.util.Map;
import plainsieve.core.view.Control;
import plainsieve.core.view.ReportOpening;
import plainsieve.files.forms.ParameterForm;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.records.sent.StatementOutcome;

/** Reports on the wire. */
public final class ReportBodies {
    private ReportBodies() {}

    /**
     * A report in a list.
     *
     * @param lastRun the last run by a viewer, ISO 8601; empty if none
     * @param lastOutcome its outcome: done, failed, stopped or running; null if none
     */
    public record ReportCard(
            String id,
            String name,
            String audience,
            List<QuestionPart> question,
            PublicationStatus status,
            int version,
            String lastRun,

            @Nullable StatementOutcome lastOutcome) {
        /** Whether a report is published. */
        public enum PublicationStatus {
            /** Never published. */
            DRAFT,
            /** Published, with unpublished changes. */
            CHANGED,
            /** Published, no changes since. */
            PUBLISHED
        }
    }

    /** A part of a question line. @param parameters whose choices it shows */
    public record QuestionPart(String text, List<String> parameters) {}

    /**
     * A report with everything its page needs.
     *
     * @param viewParameters for each view, the parameters its statement depends on
     * @param links for each view whose groups open another report, that report
     * @param partners for each view that groups by a column of an outer join, the table with possibly missing rows
     * @param dateRanges for each line, the two parameters of the date range on its axis
     * @param queryLimits for each view of figures or groups, the row limit of its query, if any
     * @param dependencies for each parameter, those that its list and formulas depend on
     */
    public record ReportBody(
            String id,
            String name,
            String audience,
            String question,
            ReportContentBody definition,
            List<ParameterForm> parameters,
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
     * The row limit of a query, which also limits figures and groups.
     *
     * @param parameter that sets the limit; empty if the text does
     * @param rows the limit in the text; 0 if it is a parameter or an expression
     */
    public record QueryLimitBody(String parameter, long rows) {}

    /**
     * The stage of a report.
     *
     * @param restrictions its settings that restrict the rows and are not visible in a control
     */
    public record StageSummary(String name, List<String> restrictions) {}

    /**
     * A report that a click opens.
     *
     * @param parameter its parameter that receives the clicked value
     * @param carriedParameters the parameters of both reports, whose choices are passed on
     */
    public record ReportLinkBody(String reportId, String name, String parameter, List<String> carriedParameters) {}

    /**
     * The content and the opening of a report.
     *
     * @param start defaults: runs with the defaults; empty: runs when rows are requested; question: requires a choice first
     * @param onDemand whether it runs when <em>Show rows</em> is pressed, not whenever a choice changes
     * @param signedParameters parameters that can only be chosen by a signed link
     */
    public record ReportContentBody(
            List<ControlBody> controls,
            List<ViewBodies.ViewBody> views,
            ReportOpening.StartMode start,
            boolean onDemand,
            boolean showsPlacements,
            List<String> signedParameters) {
        public static ReportContentBody of(Report report) {
            return new ReportContentBody(
                    report.controls().stream().map(ControlBody::of).toList(),
                    report.views().stream().map(ViewBodies.ViewBody::of).toList(),
                    report.opening().start(),
                    report.opening().onDemand(),
                    report.opening().showsPlacements(),
                    report.opening().signedParameters());
        }
    }

    /**
     * An input.
     *
     * @param parameters one, or the two bounds of a range
     * @param heading empty for the group of its parameter
     * For a query: longer than statements that databases accept by default.
     */
    public record ControlBody(
            Control.Kind kind, String label, List<String> parameters, String heading, Control.Position place) {
        static ControlBody of(Control control) {
            return new ControlBody(
                    control.kind(),
                    control.label(),
                    control.parameters(),
                    control.style().heading(),
                    control.style().place());
        }
    }
}
