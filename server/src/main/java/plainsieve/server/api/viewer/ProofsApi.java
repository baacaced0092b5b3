package plainsieve.server.api.viewer;

import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.server.api.Route;
import plainsieve.server.api.body.SentBodies;
import plainsieve.server.people.Asker;
import plainsieve.server.people.Role;
import plainsieve.server.project.NotFound;
import plainsieve.server.project.Project;
import plainsieve.server.proof.Proofs;
import plainsieve.server.records.SentRow;
import plainsieve.server.sent.SentLog;

/** Where the choices of a statement ran that was sent for somebody: all that viewers are told of it, if their report tells it. */
@RestController
@RequestMapping("/api/projects/{project}/sent/{id}")
@Route(Role.VIEWER)
class ProofsApi {
    private final Proofs proofs;
    private final SentLog log;

    ProofsApi(Proofs proofs, SentLog log) {
        this.log = log;
        this.proofs = proofs;
    }

    /** Where each choice ran; the first time, the database is asked. */
    @GetMapping("/proof")
    SentBodies.ProofBody proof(Project project, Asker asker, @PathVariable long id) {
        SentRow row = log.find(project, asker, id)
                .filter(sent -> asker.seesInside() || isTold(project, sent.reportId()))
                .orElseThrow(() -> new NotFound("statement", Long.toString(id), List.of()));
        Proofs.Proof proof = proofs.of(project, asker, row.id(), false);
        return SentBodies.ProofBody.of(asker.seesInside() ? proof : proof.inWords());
    }

    private static boolean isTold(Project project, String reportId) {
        return project.hasReport(reportId) && project.report(reportId).opening().showsWhere();
    }
}
