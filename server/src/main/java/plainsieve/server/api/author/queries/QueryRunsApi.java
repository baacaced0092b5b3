package plainsieve.server.api.author.queries;

import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.files.forms.ChoiceForm;
import plainsieve.server.body.RunBodies;
import plainsieve.server.definitions.model.Stage;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.http.context.Staged;
import plainsieve.server.http.results.RunEvent;
import plainsieve.server.http.results.RunStreaming;
import plainsieve.server.people.Caller;
import plainsieve.server.people.Role;
import plainsieve.server.results.runs.RequestedChoices;
import plainsieve.server.results.runs.RunRequest;
import plainsieve.server.runtime.settings.Settings;
import plainsieve.server.sources.sent.Purpose;

/** Runs of drafts on the bench. */
@RestController
@RequestMapping("/api/v1/projects/{project}/queries")
@RequiredRole(Role.AUTHOR)
class QueryRunsApi {
    private final RunStreaming runStreaming;
    private final Settings settings;

    QueryRunsApi(RunStreaming runStreaming, Settings settings) {
        this.runStreaming = runStreaming;
        this.settings = settings;
    }

    @PostMapping("/{id}/run")
    @ApiResponse(
            responseCode = "200",
            content = @Content(mediaType = "application/x-ndjson", schema = @Schema(implementation = RunEvent.class)))
    void run(
            @Staged(Stage.DRAFT) Project project,
            Caller caller,
            @PathVariable String id,
            @Valid @RequestBody RunBodies.BenchRun body,
            HttpServletResponse response) {
        RequestedChoices requested =
                RequestedChoices.onTheBench(caller, project.parameters().keySet(), ChoiceForm.texts(body.choices()));
        RunRequest request = new RunRequest(
                body.runId(),
                project,
                new RunRequest.Text(project.query(id), body.text()),
                requested,
                RunRequest.RowSelection.ALL_ROWS,
                Purpose.BENCH,
                project.stage().limits().rows(settings.benchRowLimit()));
        runStreaming.run(request, true, response);
    }
}
