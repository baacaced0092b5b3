package plainsieve.server.api.author;

import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.server.api.Noted;
import plainsieve.server.api.Route;
import plainsieve.server.authoring.LimitMoves;
import plainsieve.server.people.Role;
import plainsieve.server.project.Project;

/** Row limits of queries, which falsify figures and charts of their rows. */
@RestController
@RequestMapping("/api/projects/{project}/queries/{id}/limit-to-tables")
@Route(Role.AUTHOR)
class RowLimitsApi {
    private final LimitMoves limits;

    RowLimitsApi(LimitMoves limits) {
        this.limits = limits;
    }

    /** Moves the row limit of the query to the tables that show its rows, so that figures and charts are of all rows. */
    @PostMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Noted("moved a row limit to the tables")
    void move(Project project, @PathVariable String id) {
        limits.move(project, project.query(id));
    }
}
