package plainsieve.server.api.author.reports;

import jakarta.validation.Valid;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.files.forms.ReportForm;
import plainsieve.server.definitions.edits.ReportEdits;
import plainsieve.server.definitions.forms.ReportForms;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.http.Creates;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.people.Role;

/** New reports. */
@RestController
@RequestMapping("/api/v1/projects/{project}/reports")
@RequiredRole(Role.AUTHOR)
class ReportCreationApi {
    private final ReportEdits edits;

    ReportCreationApi(ReportEdits edits) {
        this.edits = edits;
    }

    /** Creates an unpublished report, with an ID from its name. */
    @PostMapping
    @Creates("/api/v1/projects/{project}/reports/{created}")
    ReportForm createReport(Project project, @Valid @RequestBody ReportForm body) {
        return ReportForms.form(edits.create(project, ReportForms.report(body)));
    }
}
