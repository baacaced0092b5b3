package plainsieve.server.api.viewer;

import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Supplier;
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
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.http.context.Staged;
import plainsieve.server.http.reportpage.ReportContent;
import plainsieve.server.http.reportpage.SignedLinkCallers;
import plainsieve.server.http.reportpage.ViewOrders;
import plainsieve.server.http.results.ReportPageRequest;
import plainsieve.server.http.results.RunEvent;
import plainsieve.server.http.results.RunStreaming;
import plainsieve.server.people.Caller;
import plainsieve.server.people.Role;
import plainsieve.server.records.sent.StatementCause;
import plainsieve.server.sources.Cancellations;

/** The rows of a report's views, streamed. */
@RestController
@RequestMapping("/api/v1/projects/{project}/reports")
@RequiredRole(Role.VIEWER)
class ViewRunsApi {
    private final ViewOrders orders;
    private final SignedLinkCallers callers;
    private final ReportContent answers;
    private final RunStreaming runStreaming;

    ViewRunsApi(ViewOrders orders, SignedLinkCallers callers, ReportContent answers, RunStreaming runStreaming) {
        this.orders = orders;
        this.callers = callers;
        this.answers = answers;
        this.runStreaming = runStreaming;
    }

    @PostMapping("/{id}/views/{viewId}/run")
    @ApiResponse(
            responseCode = "200",
            content = @Content(mediaType = "application/x-ndjson", schema = @Schema(implementation = RunEvent.class)))
    void runView(
            @Staged(Stage.LIVE) Project project,
            Caller caller,
            @PathVariable String id,
            @PathVariable String viewId,
            @Valid @RequestBody RunBodies.ViewRun body,
            HttpServletResponse response) {
        Report report = callers.given(project, id, caller);
        View view = report.view(viewId);
        runStreaming.run(
                orders.order(whom(project, caller, report, body.linkToken()), view, body), body.refresh(), response);
    }

    /** Runs views of a report and its question in one request. */
    @PostMapping("/{id}/run")
    @ApiResponse(
            responseCode = "200",
            content = @Content(mediaType = "application/x-ndjson", schema = @Schema(implementation = RunEvent.class)))
    void runPage(
            @Staged(Stage.LIVE) Project project,
            Caller caller,
            @PathVariable String id,
            @Valid @RequestBody RunBodies.PageRun body,
            Locale locale,
            HttpServletResponse response) {
        Report report = callers.given(project, id, caller);
        List<ReportPageRequest.View> views = body.views().stream()
                .map(one -> orders.ofPage(
                        report,
                        one,
                        () -> whom(project, caller, report, one.run().linkToken())))
                .toList();
        Optional<Supplier<QuestionBodies.QuestionBody>> question = body.question()
                .map(asked -> () -> answers.question(
                        project, callers.of(project, id, caller, asked.linkToken()), report, asked.choices(), locale));
        runStreaming.run(
                new ReportPageRequest(new Cancellations.RunKey(caller.owner(), body.runId()), views, question),
                response);
    }

    private ViewOrders.For whom(Project project, Caller caller, Report report, String signed) {
        Caller linked = callers.of(project, report.id(), caller, signed);
        return new ViewOrders.For(project, report, linked, StatementCause.REPORT);
    }
}
