package plainsieve.server.api.author.live;

import jakarta.validation.Valid;
import java.time.Instant;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.files.forms.CopyForm;
import plainsieve.server.api.author.live.CopyBodies.CopyBody;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.http.Creates;
import plainsieve.server.http.context.Audited;
import plainsieve.server.http.context.PageRequest;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.jobs.JobRunner;
import plainsieve.server.jobs.copies.CopyEdits;
import plainsieve.server.jobs.copies.CopyForms;
import plainsieve.server.jobs.copies.StoredCopies;
import plainsieve.server.jobs.copies.StoredCopy;
import plainsieve.server.people.Role;
import plainsieve.server.records.jobs.JobCause;
import plainsieve.server.records.jobs.JobKind;
import plainsieve.server.runtime.settings.Settings;

/** Stored copies: query results stored as tables, with their schedule. */
@RestController
@RequestMapping("/api/v1/projects/{project}/stored-copies")
@RequiredRole(Role.AUTHOR)
class StoredCopiesApi {
    private final StoredCopies storedCopies;
    private final CopyEdits edits;
    private final CopyPages pages;
    private final JobRunner jobRunner;
    private final Settings settings;

    StoredCopiesApi(
            StoredCopies storedCopies, CopyEdits edits, CopyPages pages, JobRunner jobRunner, Settings settings) {
        this.storedCopies = storedCopies;
        this.edits = edits;
        this.pages = pages;
        this.jobRunner = jobRunner;
        this.settings = settings;
    }

    @GetMapping
    List<CopyBody> listStoredCopies(Project project, PageRequest page) {
        return page.of(storedCopies.of(project.id()), StoredCopy::id).stream()
                .map(copy -> pages.body(project, copy))
                .toList();
    }

    @GetMapping("/{id}")
    CopyBody getStoredCopy(Project project, @PathVariable String id) {
        return pages.body(project, storedCopies.get(project.id(), id));
    }

    /** Creates a stored copy. It is filled at once, and refreshed on request until it has a schedule. */
    @PostMapping
    @Audited("added a stored copy")
    @Creates("/api/v1/projects/{project}/stored-copies/{created}")
    CopyBody createStoredCopy(Project project, @Valid @RequestBody CopyForm body) {
        return pages.body(project, edits.add(project, copy(body.identified("", 0))));
    }

    private StoredCopy copy(CopyForm form) {
        return CopyForms.copy(form, Instant.EPOCH, settings.zone());
    }

    /** Changes a stored copy; its query stays. */
    @PutMapping("/{id}")
    @Audited("changed a stored copy")
    CopyBody updateStoredCopy(Project project, @PathVariable String id, @Valid @RequestBody CopyForm body) {
        String query =
                FixedProperty.kept("query", storedCopies.get(project.id(), id).queryId(), body.query());
        edits.change(project, copy(body.ofQuery(query).identified(id, body.version())));
        return pages.body(project, storedCopies.get(project.id(), id));
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Audited("removed a stored copy")
    void removeStoredCopy(Project project, @PathVariable String id) {
        edits.remove(project, id);
    }

    /** Makes it again now. */
    @PostMapping("/{id}/refresh")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void refreshStoredCopy(Project project, @PathVariable String id) {
        jobRunner.runNow(
                project.id(), JobKind.COPY, storedCopies.get(project.id(), id).id(), JobCause.MANUAL);
    }

    /** @param accept whether the held result is published; otherwise it is discarded */
    record HeldResultDecision(boolean accept) {}

    @PostMapping("/{id}/held-result")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Audited("reviewed a held stored copy")
    void decideHeldResult(Project project, @PathVariable String id, @RequestBody HeldResultDecision body) {
        StoredCopy copy = storedCopies.get(project.id(), id);
        if (body.accept()) {
            storedCopies.acceptHeld(project.id(), copy);
        } else {
            storedCopies.discardHeld(project.id(), copy);
        }
        jobRunner.decide(project.id(), JobKind.COPY, id, body.accept());
    }
}
