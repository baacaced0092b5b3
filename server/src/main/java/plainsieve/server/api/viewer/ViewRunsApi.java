package plainsieve.server.api.viewer;

import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import java.util.Map;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.view.View;
import plainsieve.server.api.Route;
import plainsieve.server.api.Staged;
import plainsieve.server.api.body.ChoiceBody;
import plainsieve.server.api.body.RunBodies;
import plainsieve.server.people.Asker;
import plainsieve.server.people.Role;
import plainsieve.server.project.Project;
import plainsieve.server.project.Report;
import plainsieve.server.project.Stage;
import plainsieve.server.runs.ReportOrders;
import plainsieve.server.runs.RunOrder;
import plainsieve.server.sent.Purpose;

/** The rows of a report's views, streamed. */
@RestController
@RequestMapping("/api/projects/{project}/reports")
@Route(Role.VIEWER)
class ViewRunsApi {
    private final ReportOrders orders;
    private final LinkedAskers askers;
    private final Streams streams;

    ViewRunsApi(ReportOrders orders, LinkedAskers askers, Streams streams) {
        this.orders = orders;
        this.askers = askers;
        this.streams = streams;
    }

    @PostMapping("/{id}/views/{viewId}/run")
    @ApiResponse(
            responseCode = "200",
            content = @Content(mediaType = "application/x-ndjson", schema = @Schema(implementation = RunEvent.class)))
    void run(
            @Staged(Stage.LIVE) Project project,
            Asker asker,
            @PathVariable String id,
            @PathVariable String viewId,
            @Valid @RequestBody RunBodies.ViewRun body,
            HttpServletResponse response) {
        Report report = askers.given(project, id, asker);
        View view = report.view(viewId);
        Asker linked = askers.of(project, id, asker, body.signed());
        Map<String, ChoiceText> choices = ChoiceBody.texts(body.choices());
        RunOrder.Text live = RunOrder.Text.live(project.asked(view.queryId()));
        streams.run(
                orders.view(
                        project,
                        report,
                        Purpose.Kind.REPORT,
                        ReportOrders.choices(project, linked, report, choices),
                        new ReportOrders.Asked(
                                body.runId(),
                                live,
                                view,
                                body.partOf(),
                                body.sort(),
                                RunBodies.filters(body.filters()),
                                body.pages())),
                response);
    }
}
