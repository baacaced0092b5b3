package plainsieve.server.api.author.reports;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.PatchMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.core.view.ReportOpening;
import plainsieve.files.forms.Absent;
import plainsieve.files.forms.ChoiceForm;
import plainsieve.files.forms.Resource;
import plainsieve.server.body.RequestLimits;
import plainsieve.server.definitions.edits.ReportEdits;
import plainsieve.server.definitions.model.EditConflictException;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.http.Creates;
import plainsieve.server.http.context.Audited;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.people.Role;

/** Report settings. */
@RestController
@RequestMapping("/api/v1/projects/{project}/reports/{id}")
@RequiredRole(Role.AUTHOR)
class ReportEditsApi {
    private final ReportEdits edits;

    ReportEditsApi(ReportEdits edits) {
        this.edits = edits;
    }

    /** @param seen the settings that a change is based on; missing for an unconditional change */
    record ReportSettings(
            @Size(max = RequestLimits.WORDS, message = RequestLimits.TOO_LONG)
            String question,

            ReportOpening.StartMode start,
            boolean onDemand,
            boolean showsPlacements,
            List<@NotNull(message = RequestLimits.MISSING) String> signedParameters,
            ReportSettings seen) {
        ReportSettings {
            question = Absent.orEmpty(question);
            start = start == null ? ReportOpening.StartMode.DEFAULTS : start;
            signedParameters = Absent.orEmpty(signedParameters);
        }

        boolean isOf(Report report) {
            return report.question().equals(question) && report.opening().equals(opening(report));
        }

        /** The data age is described on its page. */
        ReportOpening opening(Report report) {
            return report.opening()
                    .starting(start)
                    .runningOnDemand(onDemand)
                    .signedOnly(signedParameters)
                    .showingWhere(showsPlacements);
        }
    }

    /** Changes the question line and how the report opens. Rejected for an unreadable line or a version conflict. */
    @PutMapping("/settings")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void updateReportSettings(Project project, @PathVariable String id, @Valid @RequestBody ReportSettings body) {
        Report report = project.report(id);
        if (body.seen() != null && !body.seen().isOf(report)) {
            throw new EditConflictException("The report");
        }
        edits.changeQuestion(project, report, body.question(), body.opening(report));
    }

    /** @param version the version that the change is based on */
    record ReportName(
            @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
            String name,

            @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
            String audience,

            int version) {
        ReportName {
            name = Absent.orEmpty(name);
            audience = Absent.orEmpty(audience);
        }
    }

    /** Renames a report; its links keep working. */
    @PatchMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void renameReport(Project project, @PathVariable String id, @Valid @RequestBody ReportName body) {
        Report seen = project.report(id).withVersion(body.version());
        edits.rename(project, seen, body.name(), body.audience());
    }

    /** Lets the report open with its own value for a parameter. */
    @PutMapping("/opening/{parameter}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Audited("set what a report opens with")
    void setReportDefault(
            Project project,
            @PathVariable String id,
            @PathVariable String parameter,
            @Valid @RequestBody ChoiceForm body) {
        edits.openWith(project, id, parameter, body.toText());
    }

    record ReportCopy(String id, String name) implements Resource {}

    @PostMapping("/copies")
    @Creates("/api/v1/projects/{project}/reports/{created}")
    ReportCopy duplicateReport(Project project, @PathVariable String id) {
        Report copy = edits.duplicate(project, id);
        return new ReportCopy(copy.id(), copy.name());
    }

    /** Removes a report; it can be restored. */
    @DeleteMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void removeReport(Project project, @PathVariable String id) {
        edits.remove(project, project.report(id));
    }
}
