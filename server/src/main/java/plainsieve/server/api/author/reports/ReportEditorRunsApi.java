package plainsieve.server.api.author.reports;

import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import java.util.List;
import java.util.Locale;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.core.view.View;
import plainsieve.server.body.QuestionBodies;
import plainsieve.server.body.RunBodies;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.model.Stage;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.editing.editor.ReportEditor;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.http.context.Staged;
import plainsieve.server.http.reportpage.ReportContent;
import plainsieve.server.http.reportpage.ViewOrders;
import plainsieve.server.http.results.ReportPageRequest;
import plainsieve.server.http.results.RunStreaming;
import plainsieve.server.people.Caller;
import plainsieve.server.people.Role;
import plainsieve.server.records.sent.StatementCause;
import plainsieve.server.sources.Cancellations;

/** A draft with live rows: its question and its views, run as viewers will run them. */
@RestController
@RequestMapping("/api/v1/projects/{project}/reports/{id}/editor")
@RequiredRole(Role.AUTHOR)
class ReportEditorRunsApi {
    private final ReportEditor reportEditor;
    private final ReportContent answers;
    private final ViewOrders orders;
    private final RunStreaming runStreaming;

    ReportEditorRunsApi(
            ReportEditor reportEditor, ReportContent answers, ViewOrders orders, RunStreaming runStreaming) {
        this.reportEditor = reportEditor;
        this.answers = answers;
        this.orders = orders;
        this.runStreaming = runStreaming;
    }

    private static Project drafted(Project project, String id) {
        Project drafted = project.drafted(id);
        return drafted.opening(drafted.report(id));
    }

    @PostMapping("/question")
    QuestionBodies.QuestionBody previewDraftQuestion(
            @Staged(Stage.DRAFT) Project project,
            Caller caller,
            @PathVariable String id,
            @Valid @RequestBody RunBodies.QuestionRequest body,
            Locale locale) {
        Project drafted = drafted(project, id);
        return answers.question(drafted, caller, drafted.report(id), body.choices(), locale);
    }

    @PostMapping("/views/{viewId}/run")
    void runDraftView(
            @Staged(Stage.DRAFT) Project project,
            Caller caller,
            @PathVariable String id,
            @PathVariable String viewId,
            @Valid @RequestBody RunBodies.ViewRun body,
            HttpServletResponse response) {
        Project drafted = drafted(project, id);
        Report report = drafted.report(id);
        runStreaming.run(
                orders.order(whom(drafted, caller, report), report.view(viewId), body), body.refresh(), response);
    }

    /** Runs views of a draft and its question in one request. */
    @PostMapping("/run")
    void runDraftPage(
            @Staged(Stage.DRAFT) Project project,
            Caller caller,
            @PathVariable String id,
            @Valid @RequestBody RunBodies.PageRun body,
            Locale locale,
            HttpServletResponse response) {
        Project drafted = drafted(project, id);
        Report report = drafted.report(id);
        List<ReportPageRequest.View> views = body.views().stream()
                .map(one -> orders.ofPage(report, one, () -> whom(drafted, caller, report)))
                .toList();
        runStreaming.run(
                new ReportPageRequest(
                        new Cancellations.RunKey(caller.owner(), body.runId()),
                        views,
                        body.question()
                                .map(asked ->
                                        () -> answers.question(drafted, caller, report, asked.choices(), locale))),
                response);
    }

    /** Runs a proposed view before it is added. */
    @PostMapping("/proposals/{queryId}/views/{proposalId}/run")
    void runSuggestedView(
            @Staged(Stage.DRAFT) Project project,
            Caller caller,
            @PathVariable String id,
            @PathVariable String queryId,
            @PathVariable String proposalId,
            @Valid @RequestBody RunBodies.ViewRun body,
            HttpServletResponse response) {
        Project drafted = drafted(project, id);
        View proposed = reportEditor.proposed(drafted, caller, queryId, proposalId);
        runStreaming.run(
                orders.order(whom(drafted, caller, drafted.report(id)), proposed, body), body.refresh(), response);
    }

    private static ViewOrders.For whom(Project drafted, Caller caller, Report report) {
        return new ViewOrders.For(drafted, report, caller, StatementCause.EDITOR);
    }
}
