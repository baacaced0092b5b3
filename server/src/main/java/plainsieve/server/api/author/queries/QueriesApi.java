package plainsieve.server.api.author.queries;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PatchMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.files.forms.QueryForm;
import plainsieve.server.body.UsageBody;
import plainsieve.server.definitions.edits.QueryChange;
import plainsieve.server.definitions.edits.QueryEdits;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.editing.editor.ReportEditor;
import plainsieve.server.http.Creates;
import plainsieve.server.http.context.AuditRecorder;
import plainsieve.server.http.context.Audited;
import plainsieve.server.http.context.PageRequest;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.jobs.copies.CopySubstitution;
import plainsieve.server.people.Caller;
import plainsieve.server.people.Role;

/** Queries: saved as drafts, published. */
@RestController
@RequestMapping("/api/v1/projects/{project}/queries")
@RequiredRole(Role.AUTHOR)
class QueriesApi {
    private final QueryEdits edits;
    private final ReportEditor reportEditor;
    private final CopySubstitution copySubstitution;
    private final AuditRecorder auditRecorder;

    QueriesApi(
            QueryEdits edits,
            ReportEditor reportEditor,
            CopySubstitution copySubstitution,
            AuditRecorder auditRecorder) {
        this.copySubstitution = copySubstitution;
        this.auditRecorder = auditRecorder;
        this.reportEditor = reportEditor;
        this.edits = edits;
    }

    @GetMapping
    List<QueryBodies.QueryCard> listQueries(Project project, PageRequest page) {
        return page.of(List.copyOf(project.queries()), Query::id).stream()
                .map(query -> new QueryBodies.QueryCard(query.id(), query.name(), query.sourceId(), query.version()))
                .toList();
    }

    @PostMapping
    @Creates("/api/v1/projects/{project}/queries/{created}")
    QueryBodies.QueryBody createQuery(Project project, @Valid @RequestBody QueryForm body) {
        return QueryBodies.QueryBody.of(project, edits.add(project, body));
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

    /** Changes the name, the draft, the source parameter or the cache policy; properties that are missing stay. */
    @PatchMapping("/{id}")
    QueryBodies.QueryBody updateQuery(
            Project project,
            @PathVariable String id,
            @Valid @RequestBody QueryBodies.QueryPatch body,
            HttpServletRequest request) {
        Query query = seen(project, id, body.version());
        QueryChange change = body.of(query);
        change.cachePolicy().ifPresent(policy -> copySubstitution.check(project, query, policy));
        Query changed = edits.change(project, query, change);
        if (change.cachePolicy().isPresent()) {
            auditRecorder.note(request, "changed the cache policy of a query", project.id(), id);
        }
        return QueryBodies.QueryBody.of(project, changed);
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
}
