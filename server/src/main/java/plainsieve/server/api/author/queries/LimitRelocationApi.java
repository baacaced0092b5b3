package plainsieve.server.api.author.queries;

import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.editing.refactoring.LimitRelocation;
import plainsieve.server.http.context.Audited;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.people.Role;

/** Row limits of queries, which falsify figures and charts. */
@RestController
@RequestMapping("/api/v1/projects/{project}/queries/{id}/limit-to-tables")
@RequiredRole(Role.AUTHOR)
class LimitRelocationApi {
    private final LimitRelocation limits;

    LimitRelocationApi(LimitRelocation limits) {
        this.limits = limits;
    }

    /** Moves the row limit of the query to the tables that show its rows, so that figures and charts are of all rows. */
    @PostMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Audited("moved a row limit")
    void moveLimitToTables(Project project, @PathVariable String id) {
        limits.move(project, project.query(id));
    }
}
