package plainsieve.server.api.author.queries;

import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.server.body.ChoiceBody;
import plainsieve.server.body.RunBodies;
import plainsieve.server.body.UsageBody;
import plainsieve.server.definitions.edits.QueryEdits;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.model.Stage;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.editing.editor.ReportEditor;
import plainsieve.server.http.Creates;
import plainsieve.server.http.context.Audited;
import plainsieve.server.http.context.PageRequest;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.http.context.Staged;
import plainsieve.server.http.results.RunEvent;
import plainsieve.server.http.results.RunStreaming;
import plainsieve.server.jobs.copies.CopySubstitution;
import plainsieve.server.people.Caller;
import plainsieve.server.people.Role;
import plainsieve.server.results.runs.RequestedChoices;
import plainsieve.server.results.runs.RunRequest;
import plainsieve.server.runtime.settings.Settings;
import plainsieve.server.sources.sent.Purpose;

/** Queries: saved as drafts, run on the bench, published. */
@RestController
@RequestMapping("/api/v1/projects/{project}/queries")
@RequiredRole(Role.AUTHOR)
class QueriesApi {
    private final QueryEdits edits;
    private final RunStreaming runStreaming;
    private final Settings settings;
    private final ReportEditor reportEditor;
    private final CopySubstitution asked;

    QueriesApi(
            QueryEdits edits,
            RunStreaming runStreaming,
            Settings settings,
            ReportEditor reportEditor,
            CopySubstitution asked) {
        this.asked = asked;
        this.reportEditor = reportEditor;
        this.edits = edits;
        this.runStreaming = runStreaming;
        this.settings = settings;
    }

    @GetMapping
    List<QueryBodies.QueryCard> listQueries(Project project, PageRequest page) {
        return page.of(List.copyOf(project.queries()), Query::id).stream()
                .map(query -> new QueryBodies.QueryCard(query.id(), query.name(), query.sourceId(), query.version()))
                .toList();
    }

    @PostMapping
    @Creates("/api/v1/projects/{project}/queries/{created}")
    QueryBodies.QueryBody createQuery(Project project, @Valid @RequestBody QueryBodies.NewQuery body) {
        return QueryBodies.QueryBody.of(project, edits.add(project, body.name(), body.sourceId(), body.text()));
    }

    @GetMapping("/{id}")
    QueryBodies.QueryBody getQuery(Project project, @PathVariable String id) {
        return QueryBodies.QueryBody.of(project, project.query(id));
    }

    /** The views of the query, and the lists and defaults it provides. */
    @GetMapping("/{id}/uses")
    List<UsageBody> listQueryUses(Project project, @PathVariable String id) {
        project.query(id);
        return project.usesOfQuery(id).stream().map(UsageBody::total).toList();
    }

    @PutMapping("/{id}/draft")
    QueryBodies.QueryBody updateDraft(
            Project project, @PathVariable String id, @Valid @RequestBody QueryBodies.DraftChange body) {
        Query query = seen(project, id, body.version());
        return QueryBodies.QueryBody.of(project, edits.changeDraft(project, query, body.text()));
    }

    @PutMapping("/{id}/name")
    QueryBodies.QueryBody renameQuery(
            Project project, @PathVariable String id, @Valid @RequestBody QueryBodies.NameChange body) {
        return QueryBodies.QueryBody.of(project, edits.rename(project, seen(project, id, body.version()), body.name()));
    }

    /** Sets the parameter that selects a source of the same kind; empty for the query's own source. */
    @PutMapping("/{id}/source")
    QueryBodies.QueryBody setSourceParameter(
            Project project, @PathVariable String id, @Valid @RequestBody QueryBodies.SourceParameterBody body) {
        return QueryBodies.QueryBody.of(
                project, edits.chooseSource(project, seen(project, id, body.version()), body.parameter()));
    }

    /** Sets whether reports query the source each time, reuse results, or read a stored copy. */
    @PutMapping("/{id}/cache-policy")
    @Audited("changed the cache policy of a query")
    QueryBodies.QueryBody setCachePolicy(
            Project project, @PathVariable String id, @Valid @RequestBody QueryBodies.CachePolicyBody body) {
        return QueryBodies.QueryBody.of(
                project, asked.setCachePolicy(project, seen(project, id, body.version()), body.how()));
    }

    @PostMapping("/{id}/copies")
    @Creates("/api/v1/projects/{project}/queries/{created}")
    QueryBodies.QueryBody duplicateQuery(Project project, @PathVariable String id) {
        return QueryBodies.QueryBody.of(project, edits.duplicate(project, project.query(id)));
    }

    /** Creates a report draft with proposed views of a query. */
    @PostMapping("/{id}/reports")
    @Creates("/api/v1/projects/{project}/reports/{created}")
    QueryBodies.NewReport createReportFromQuery(Project project, Caller caller, @PathVariable String id) {
        return new QueryBodies.NewReport(
                reportEditor.createDraft(project, caller, project.query(id)).id());
    }

    /** Removes an unused query; it can be restored. */
    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void removeQuery(Project project, @PathVariable String id) {
        edits.remove(project, project.query(id));
    }

    /** Gives the draft to the reports. */
    @PostMapping("/{id}/publish")
    @Audited("published a query")
    QueryBodies.QueryBody publishQuery(
            Project project, @PathVariable String id, @Valid @RequestBody QueryBodies.PublishedVersion body) {
        return QueryBodies.QueryBody.of(project, edits.publish(project, seen(project, id, body.version())));
    }

    /** The query as a change saw it. */
    private static Query seen(Project project, String id, int version) {
        return project.query(id).atVersion(version);
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
                RequestedChoices.onTheBench(caller, project.parameters().keySet(), ChoiceBody.texts(body.choices()));
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
