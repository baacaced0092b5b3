package plainsieve.server.api.author.reports;

import jakarta.validation.Valid;
import java.util.List;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.files.forms.ChoiceForm;
import plainsieve.server.body.RunBodies;
import plainsieve.server.definitions.model.NotFoundException;
import plainsieve.server.definitions.model.Stage;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.http.context.Staged;
import plainsieve.server.people.Caller;
import plainsieve.server.people.Role;
import plainsieve.server.results.rehearsal.Rehearsal;
import plainsieve.server.results.rehearsal.Rehearsals;
import plainsieve.server.results.rehearsal.StatementFormRehearsal;
import plainsieve.server.results.runs.RequestedChoices;
import plainsieve.server.results.runs.RunRequest;

/** Rehearsals of reports, and of a draft the forms in which reports will send it. */
@RestController
@RequestMapping("/api/v1/projects/{project}")
@RequiredRole(Role.AUTHOR)
class RehearsalsApi {
    private final Rehearsals rehearsals;
    private final StatementFormRehearsal statementFormRehearsal;

    RehearsalsApi(Rehearsals rehearsals, StatementFormRehearsal statementFormRehearsal) {
        this.rehearsals = rehearsals;
        this.statementFormRehearsal = statementFormRehearsal;
    }

    @PostMapping("/reports/{id}/rehearsal")
    Rehearsal.RehearsalState startRehearsal(
            @Staged(Stage.LIVE) Project project, Caller caller, @PathVariable String id) {
        return rehearsals.start(project, caller, id);
    }

    @GetMapping("/reports/{id}/rehearsal")
    Rehearsal.RehearsalState getRehearsal(Project project, @PathVariable String id) {
        return rehearsals.state(project, id).orElseThrow(() -> new NotFoundException("rehearsal of", id, List.of()));
    }

    /** Goes on where it was stopped. */
    @PutMapping("/reports/{id}/rehearsal")
    Rehearsal.RehearsalState resumeRehearsal(
            @Staged(Stage.LIVE) Project project, Caller caller, @PathVariable String id) {
        return rehearsals.resume(project, caller, id);
    }

    /** Cancels it after the current case; results so far stay. */
    @DeleteMapping("/reports/{id}/rehearsal")
    Rehearsal.RehearsalState stopRehearsal(Project project, @PathVariable String id) {
        rehearsals.stop(project, id);
        return getRehearsal(project, id);
    }

    /** Whether the database accepts the statements that reports would send for this text. */
    @PostMapping("/queries/{id}/forms")
    List<StatementFormRehearsal.StatementForm> listStatementForms(
            @Staged(Stage.LIVE) Project project,
            Caller caller,
            @PathVariable String id,
            @Valid @RequestBody RunBodies.BenchRun body) {
        RequestedChoices requested =
                RequestedChoices.onTheBench(caller, project.parameters().keySet(), ChoiceForm.texts(body.choices()));
        return statementFormRehearsal.of(project, new RunRequest.Text(project.query(id), body.text()), requested);
    }
}
