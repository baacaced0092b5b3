package plainsieve.server.rehearsal;

import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Component;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.server.Settings;
import plainsieve.server.project.Queries;
import plainsieve.server.project.Report;
import plainsieve.server.project.ReportDefinition;
import plainsieve.server.project.Reports;
import plainsieve.server.records.QueryRow;
import plainsieve.server.runs.AskedChoices;
import plainsieve.server.runs.RunOrder;
import plainsieve.server.runs.ViewWanted;
import plainsieve.server.sent.Purpose;

/** Orders for views of a report as readers will send them once the draft is live: same cap, same totals, same limit. */
@Component
class DraftOrders {
    private final Queries queries;
    private final Reports reports;
    private final Settings settings;

    DraftOrders(Queries queries, Reports reports, Settings settings) {
        this.queries = queries;
        this.reports = reports;
        this.settings = settings;
    }

    RunOrder of(Report report, ReportDefinition.View view, Map<String, ChoiceText> choices, String cause) {
        QueryRow query = queries.get(view.queryId());
        Set<String> known = reports.parametersOf(report);
        AskedChoices asked = new AskedChoices(known, choices, Map.of(), Set.of(), false);
        return of(report, view, query.draftText(), asked, cause, List.of());
    }

    /**
     * @param text what stands for the draft while it is not kept yet
     * @param filters what a reader may add by picking a bar
     */
    RunOrder of(
            Report report,
            ReportDefinition.View view,
            String text,
            AskedChoices asked,
            String cause,
            List<RunOrder.ColumnFilter> filters) {
        return new RunOrder(
                UUID.randomUUID().toString(),
                queries.get(view.queryId()),
                text,
                asked,
                view.limitParameter(),
                ViewWanted.of(view, "", false),
                filters,
                new Purpose(cause, report.id(), view.id()),
                settings.readerCap());
    }
}
