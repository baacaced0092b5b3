package plainsieve.server.api.viewer;

import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.List;
import java.util.Locale;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.core.view.View;
import plainsieve.core.view.ViewPart;
import plainsieve.files.forms.ChoiceForm;
import plainsieve.files.forms.DownloadFormat;
import plainsieve.server.body.RunBodies;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.model.Stage;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.http.AbortedDownloads;
import plainsieve.server.http.Creates;
import plainsieve.server.http.context.Audited;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.http.context.Staged;
import plainsieve.server.http.reportpage.SignedLinkCallers;
import plainsieve.server.people.Caller;
import plainsieve.server.people.Role;
import plainsieve.server.results.downloads.Downloads;
import plainsieve.server.results.downloads.FileHeader;
import plainsieve.server.results.runs.QuestionRenderer;
import plainsieve.server.results.runs.ReportRunRequests;
import plainsieve.server.results.runs.RequestedChoices;
import plainsieve.server.results.runs.RunRequest;

/** Full answers as files. A file is ordered, then fetched; its run is stopped like any other. */
@RestController
@RequestMapping("/api/v1/projects/{project}")
@RequiredRole(Role.VIEWER)
class DownloadsApi {
    private final ReportRunRequests orders;
    private final SignedLinkCallers callers;
    private final QuestionRenderer questionRenderer;
    private final Downloads downloads;
    private final Clock clock;

    DownloadsApi(
            ReportRunRequests orders,
            SignedLinkCallers callers,
            QuestionRenderer questionRenderer,
            Downloads downloads,
            Clock clock) {
        this.orders = orders;
        this.callers = callers;
        this.questionRenderer = questionRenderer;
        this.downloads = downloads;
        this.clock = clock;
    }

    /** Orders a file with every row of a table. Invalid choices are reported here. */
    @PostMapping("/reports/{id}/views/{viewId}/downloads")
    @Audited("ordered a download")
    @Creates("/api/v1/projects/{project}/downloads/{created}")
    RunBodies.DownloadBody createDownload(
            @Staged(Stage.LIVE) Project project,
            Caller caller,
            @PathVariable String id,
            @PathVariable String viewId,
            @Valid @RequestBody RunBodies.DownloadRequest body,
            Locale locale) {
        Report report = callers.given(project, id, caller);
        View view = report.view(viewId);
        DownloadFormat format = body.format();
        RequestedChoices choices = ReportRunRequests.choices(
                project, callers.of(project, id, caller, body.linkToken()), report, ChoiceForm.texts(body.choices()));
        QuestionRenderer.Question question = questionRenderer.render(project, report, choices, locale);
        String name =
                "%s %s.%s".formatted(report.name(), clock.instant().toString().substring(0, 10), format.extension());
        List<RunRequest.ColumnFilter> picked = RunBodies.filters(body.filters());
        ReportRunRequests.ViewRequest asked = new ReportRunRequests.ViewRequest(
                body.runId(),
                RunRequest.Text.live(project.queryInStage(view.queryId())),
                view,
                ViewPart.MAIN,
                body.sort(),
                picked,
                1);
        FileHeader header = FileHeader.of(
                        project, report, view, question, clock.instant().toString())
                .picking(picked)
                .above(body.withHeader());
        downloads.order(orders.download(project, report, choices, asked), format, header, name);
        return new RunBodies.DownloadBody(body.runId(), name);
    }

    /** The file, streamed from the source. After a failure the connection is aborted. */
    @GetMapping("/downloads/{runId}")
    @ApiResponse(
            responseCode = "200",
            content =
                    @Content(
                            mediaType = "application/octet-stream",
                            schema = @Schema(type = "string", format = "binary")))
    void getDownload(
            Project project,
            Caller caller,
            @PathVariable String runId,
            HttpServletRequest request,
            HttpServletResponse response)
            throws IOException {
        Downloads.Download download = downloads.get(project, caller, runId);
        response.setContentType(download.format().mediaType());
        response.setHeader(
                HttpHeaders.CONTENT_DISPOSITION,
                ContentDisposition.attachment()
                        .filename(download.fileName(), StandardCharsets.UTF_8)
                        .build()
                        .toString());
        response.setHeader(HttpHeaders.CACHE_CONTROL, "no-store");
        try {
            downloads.write(download, response.getOutputStream());
        } catch (RuntimeException e) {
            if (!response.isCommitted()) {
                response.reset();
                throw e;
            }
            request.setAttribute(AbortedDownloads.BROKEN, e.getMessage());
        }
    }

    /** How far a file is. */
    @GetMapping("/downloads/{runId}/progress")
    Downloads.Progress getDownloadProgress(Project project, Caller caller, @PathVariable String runId) {
        return downloads.get(project, caller, runId).progress();
    }
}
