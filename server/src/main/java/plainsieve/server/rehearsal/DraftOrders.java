package plainsieve.server.rehearsal;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.view.Part;
import plainsieve.core.view.View;
import plainsieve.server.people.Asker;
import plainsieve.server.project.Project;
import plainsieve.server.project.Query;
import plainsieve.server.project.Report;
import plainsieve.server.runs.AskedChoices;
import plainsieve.server.runs.ReportOrders;
import plainsieve.server.runs.RunOrder;
import plainsieve.server.sent.Purpose;

/** Orders for views of a report as readers will send them once the draft is live: same cap, same totals, same limit. */
@Component
class DraftOrders {
    private final ReportOrders orders;

    DraftOrders(ReportOrders orders) {
        this.orders = orders;
    }

    /** A case of a rehearsal, of one of the statements of a view. */
    RunOrder rehearsed(OnStage stage, View view, Part part, Map<String, ChoiceText> choices) {
        Query query = stage.project().query(view.queryId());
        AskedChoices asked = AskedChoices.of(stage.asker(), stage.project().parametersOf(stage.report()), choices);
        return orders.view(
                stage.project(),
                stage.report(),
                Purpose.Kind.REHEARSAL,
                asked,
                asked(new RunOrder.Text(query, query.draftText()), new Asked(view, part, List.of())));
    }

    /** A report that is on stage, and who put it there. */
    record OnStage(Project project, Asker asker, Report report) {}

    /** What is asked of a view. @param filters what a reader may add by picking a bar */
    record Asked(View view, Part part, List<RunOrder.ColumnFilter> filters) {
        static Asked whole(View view) {
            return new Asked(view, Part.MAIN, List.of());
        }
    }

    /** What a report would send of a text on the bench. @param text stands for the draft while it is not kept yet */
    RunOrder form(OnStage stage, RunOrder.Text text, AskedChoices choices, Asked asked) {
        return orders.view(stage.project(), stage.report(), Purpose.Kind.FORM, choices, asked(text, asked));
    }

    private static ReportOrders.Asked asked(RunOrder.Text text, Asked asked) {
        return new ReportOrders.Asked(
                UUID.randomUUID().toString(), text, asked.view(), asked.part(), Optional.empty(), asked.filters(), 1);
    }
}
