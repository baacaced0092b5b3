package plainsieve.server.api;

import java.util.List;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.server.project.NotFound;
import plainsieve.server.rehearsal.Forms;
import plainsieve.server.rehearsal.Rehearsal;
import plainsieve.server.rehearsal.Rehearsals;

/** Rehearsals of reports, and of a draft the forms in which reports will send it. */
@RestController
class RehearsalsApi {
    private final Rehearsals rehearsals;
    private final Forms forms;

    RehearsalsApi(Rehearsals rehearsals, Forms forms) {
        this.rehearsals = rehearsals;
        this.forms = forms;
    }

    @PostMapping("/api/reports/{id}/rehearsal")
    Rehearsal.State start(@PathVariable String id) {
        return rehearsals.start(id);
    }

    @GetMapping("/api/reports/{id}/rehearsal")
    Rehearsal.State state(@PathVariable String id) {
        return rehearsals.state(id).orElseThrow(() -> new NotFound("rehearsal of", id, List.of()));
    }

    /** Goes on where it was stopped. */
    @PutMapping("/api/reports/{id}/rehearsal")
    Rehearsal.State resume(@PathVariable String id) {
        return rehearsals.resume(id);
    }

    /** Stops it after the case that runs now; what it has shown stays. */
    @DeleteMapping("/api/reports/{id}/rehearsal")
    Rehearsal.State stop(@PathVariable String id) {
        rehearsals.stop(id);
        return state(id);
    }

    /** Whether the statements that reports would send of this text are taken by the database. */
    @PostMapping("/api/queries/{id}/forms")
    List<Forms.Form> forms(@PathVariable String id, @RequestBody Bodies.BenchRun body) {
        return forms.of(id, body.text(), ReportsApi.texts(body.choices()));
    }
}
