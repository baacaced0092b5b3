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
import plainsieve.server.proof.Comparing;
import plainsieve.server.proof.Proofs;
import plainsieve.server.sent.SentLog;

/** What a viewer may see of a statement that was sent for them: where its choices ran, and its text. */
@RestController
@RequestMapping("/api/projects/{project}/sent/{id}")
@Route(Role.VIEWER)
class ProofsApi {
    private final Proofs proofs;
    private final Comparing comparing;
    private final SentLog log;

    ProofsApi(Proofs proofs, Comparing comparing, SentLog log) {
        this.log = log;
        this.proofs = proofs;
        this.comparing = comparing;
    }

    /** Where each choice ran; the first time, the database is asked. */
    @GetMapping("/proof")
    SentBodies.ProofBody proof(Project project, Asker asker, @PathVariable long id) {
        requireOwn(project, asker, id);
        return SentBodies.ProofBody.of(proofs.of(project, asker, id, false));
    }

    record RunnableStatement(String text) {}

    /** The statement as text that runs in any client of its database; a private value stands as its parameter's name. */
    @GetMapping("/text")
    RunnableStatement text(Project project, Asker asker, @PathVariable long id) {
        requireOwn(project, asker, id);
        return new RunnableStatement(comparing.runnable(project, id));
    }

    /* Who makes nothing is shown what was sent for them, not for others. */
    private void requireOwn(Project project, Asker asker, long id) {
        boolean own = asker.role().mayActAs(Role.AUTHOR)
                || log.find(project, id)
                        .filter(row -> row.asker().equals(asker.id()))
                        .isPresent();
        if (!own) {
            throw new NotFound("statement", Long.toString(id), List.of());
        }
    }
}
