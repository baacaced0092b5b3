package plainsieve.server.http.reportpage;

import java.util.List;
import org.springframework.stereotype.Component;
import plainsieve.server.access.accounts.Permissions;
import plainsieve.server.access.accounts.ReportLinks;
import plainsieve.server.definitions.model.NotFoundException;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.people.Caller;
import plainsieve.server.people.Role;

/** Callers restricted by the signed part of their link. */
@Component
public class SignedLinkCallers {
    private final ReportLinks reportLinks;
    private final Permissions permissions;

    SignedLinkCallers(ReportLinks reportLinks, Permissions permissions) {
        this.reportLinks = reportLinks;
        this.permissions = permissions;
    }

    /**
     * The caller with the choices of a signed link fixed. Throws {@link plainsieve.core.value.ProblemException} when the token
     * is not ours for this report, or is no longer valid.
     *
     * @param token the signed part of the link; empty when it has none
     */
    public Caller of(Project project, String reportId, Caller caller, String token) {
        return caller.fixing(reportLinks.read(project, reportId, token).choices(), "The link");
    }

    /** Whether a report is visible: unpublished ones are visible to authors only, others may be limited to groups. */
    public boolean sees(Project project, String reportId, Caller caller) {
        boolean author = caller.role().mayActAs(Role.AUTHOR);
        return author || project.draft(reportId).published() && permissions.isFor(caller, project.id(), reportId);
    }

    /** The report as viewers have it. Throws {@link NotFoundException} when they have none. */
    public Report given(Project project, String reportId, Caller caller) {
        Report report = project.report(reportId);
        if (!sees(project, reportId, caller)) {
            throw new NotFoundException("report", reportId, List.of());
        }
        return report;
    }
}
