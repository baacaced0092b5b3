package plainsieve.server.http.reportpage;

import java.util.Optional;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;
import plainsieve.core.view.View;
import plainsieve.core.view.ViewContent;
import plainsieve.core.view.ViewPart;
import plainsieve.files.forms.ChoiceForm;
import plainsieve.server.body.RunBodies;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.http.results.ReportPageRequest;
import plainsieve.server.people.Caller;
import plainsieve.server.records.sent.StatementCause;
import plainsieve.server.results.runs.ReportRunRequests;
import plainsieve.server.results.runs.RunRequest;

/** Converts requested views of a page to run requests. */
@Component
public class ViewOrders {
    private final ReportRunRequests orders;

    ViewOrders(ReportRunRequests orders) {
        this.orders = orders;
    }

    /**
     * The caller and the report.
     *
     * @param caller with fixed choices
     * @param cause why the statements are sent
     */
    public record For(Project project, Report report, Caller caller, StatementCause cause) {}

    /** A view with the choices of a request. Throws {@link plainsieve.core.value.ProblemException} when it has no such part. */
    public RunRequest order(For whom, View view, RunBodies.ViewRun body) {
        return orders.view(
                whom.project(),
                whom.report(),
                whom.cause(),
                ReportRunRequests.choices(
                        whom.project(), whom.caller(), whom.report(), ChoiceForm.texts(body.choices())),
                new ReportRunRequests.ViewRequest(
                        body.runId(),
                        RunRequest.Text.live(whom.project().queryInStage(view.queryId())),
                        view,
                        body.partOf(),
                        body.sort(),
                        RunBodies.filters(body.filters()),
                        body.pages()));
    }

    /** A view of a page, prepared when its turn comes. Throws {@link plainsieve.server.definitions.model.NotFoundException} for an unknown view. */
    public ReportPageRequest.View ofPage(Report report, RunBodies.PageView one, Supplier<For> whom) {
        View view = report.view(one.view());
        return new ReportPageRequest.View(
                leads(view, one.run()), one.run().refresh(), () -> order(whom.get(), view, one.run()));
    }

    /** Whether it requests visible rows, which have priority. */
    private static boolean leads(View view, RunBodies.ViewRun body) {
        return view.shown() instanceof ViewContent.Table
                && ViewPart.read(body.part()).equals(Optional.of(ViewPart.MAIN));
    }
}
