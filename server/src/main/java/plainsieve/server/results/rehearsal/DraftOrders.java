package plainsieve.server.results.rehearsal;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.view.View;
import plainsieve.core.view.ViewPart;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.people.Caller;
import plainsieve.server.records.sent.StatementCause;
import plainsieve.server.results.runs.ReportRunRequests;
import plainsieve.server.results.runs.RequestedChoices;
import plainsieve.server.results.runs.RunRequest;

/** Orders for views of a report as readers will send them once the draft is live: same cap, same totals, same limit. */
@Component
class DraftOrders {
    private final ReportRunRequests orders;

    DraftOrders(ReportRunRequests orders) {
        this.orders = orders;
    }

    /** A case of a rehearsal for one statement of a view. */
    RunRequest rehearsed(OnStage stage, View view, ViewPart part, Map<String, ChoiceText> choices) {
        Query query = stage.project().query(view.queryId());
        RequestedChoices requested =
                RequestedChoices.of(stage.caller(), stage.project().parametersOf(stage.report()), choices);
        return orders.view(
                stage.project(),
                stage.report(),
                StatementCause.REHEARSAL,
                requested,
                requestOf(new RunRequest.Text(query, query.draftText()), new DraftRun(view, part, List.of())));
    }

    /** The report under rehearsal, and who rehearses it. */
    record OnStage(Project project, Caller caller, Report report) {}

    /** The request for a view. @param filters as added by clicking a bar */
    record DraftRun(View view, ViewPart part, List<RunRequest.ColumnFilter> filters) {
        static DraftRun whole(View view) {
            return new DraftRun(view, ViewPart.MAIN, List.of());
        }
    }

    /** The statement that a report would send for a text on the bench. @param text the possibly unsaved draft */
    RunRequest form(OnStage stage, RunRequest.Text text, RequestedChoices choices, DraftRun asked) {
        return orders.view(stage.project(), stage.report(), StatementCause.CHECK, choices, requestOf(text, asked));
    }

    private static ReportRunRequests.ViewRequest requestOf(RunRequest.Text text, DraftRun asked) {
        return new ReportRunRequests.ViewRequest(
                UUID.randomUUID().toString(), text, asked.view(), asked.part(), Optional.empty(), asked.filters(), 1);
    }
}
