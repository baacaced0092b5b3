package plainsieve.server.api.viewer;

import java.util.List;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.server.body.SentBodies;
import plainsieve.server.definitions.model.NotFoundException;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.people.Caller;
import plainsieve.server.people.Role;
import plainsieve.server.records.sent.SentRow;
import plainsieve.server.results.evidence.EvidenceService;
import plainsieve.server.sources.sent.SentLog;

/** The evidence of a statement that was sent for the caller: what viewers see of it, if their report allows it. */
@RestController
@RequestMapping("/api/v1/projects/{project}/sent/{id}")
@RequiredRole(Role.VIEWER)
class EvidenceApi {
    private final EvidenceService evidenceService;
    private final SentLog log;

    EvidenceApi(EvidenceService evidenceService, SentLog log) {
        this.log = log;
        this.evidenceService = evidenceService;
    }

    /** Where each choice ran. The first request runs EXPLAIN at the source. */
    @PostMapping("/evidence")
    SentBodies.EvidenceBody collectEvidence(Project project, Caller caller, @PathVariable long id) {
        SentRow row = log.find(project, caller, id)
                .filter(sent -> caller.seesInside() || isTold(project, sent.reportId()))
                .orElseThrow(() -> new NotFoundException("statement", Long.toString(id), List.of()));
        EvidenceService.Evidence proof = evidenceService.of(project, caller, row.id(), false);
        return SentBodies.EvidenceBody.of(caller.seesInside() ? proof : proof.inWords());
    }

    private static boolean isTold(Project project, String reportId) {
        return project.hasReport(reportId) && project.report(reportId).opening().showsPlacements();
    }
}
