package plainsieve.server.api.reader;

import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.server.api.Route;
import plainsieve.server.api.body.SentBodies;
import plainsieve.server.people.Asker;
import plainsieve.server.people.Role;
import plainsieve.server.project.Project;
import plainsieve.server.proof.Comparing;
import plainsieve.server.proof.Proofs;

/** What a viewer may see of a statement that was sent for them: where its choices ran, and its text. */
@RestController
@RequestMapping("/api/projects/{project}/sent/{id}")
@Route(Role.READER)
class ProofsApi {
    private final Proofs proofs;
    private final Comparing comparing;

    ProofsApi(Proofs proofs, Comparing comparing) {
        this.proofs = proofs;
        this.comparing = comparing;
    }

    /** Where each choice ran; the first time, the database is asked. */
    @GetMapping("/proof")
    SentBodies.ProofBody proof(Project project, Asker asker, @PathVariable long id) {
        return SentBodies.ProofBody.of(proofs.of(project, asker, id, false));
    }

    record RunnableStatement(String text) {}

    /** The statement as text that runs in any client of its database; a private value stands as its parameter's name. */
    @GetMapping("/text")
    RunnableStatement text(Project project, @PathVariable long id) {
        return new RunnableStatement(comparing.runnable(project, id));
    }
}
