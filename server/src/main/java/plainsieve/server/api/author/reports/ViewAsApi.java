package plainsieve.server.api.author.reports;

import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.server.access.accounts.ViewAs;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.people.Role;

/** Users and groups that an author can view as. */
@RestController
@RequestMapping("/api/v1/projects/{project}/view-as")
@RequiredRole(Role.AUTHOR)
class ViewAsApi {
    private final ViewAs viewAs;

    ViewAsApi(ViewAs viewAs) {
        this.viewAs = viewAs;
    }

    /** Groups, followed by users. Requests for a report are answered as for one of them with its “as” in the header Look-As. */
    @GetMapping
    List<ViewAs.Impersonation> listViewAsOptions(Project project) {
        return viewAs.all(project.id());
    }
}
