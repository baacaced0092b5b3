package plainsieve.server.api.author.live;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.files.ProjectDifference;
import plainsieve.files.forms.Absent;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.editing.revisions.DifferenceDescription;
import plainsieve.server.editing.revisions.PublishAll;
import plainsieve.server.editing.revisions.PublishWarnings;
import plainsieve.server.editing.revisions.Revisions;
import plainsieve.server.http.context.Audited;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.people.Caller;
import plainsieve.server.people.Role;
import plainsieve.server.records.definitions.RevisionRow;

/**
 * Published versions of a project, and its unpublished changes. Every published change creates a version; the reason
 * in the request (query parameter {@code why}) is stored with it. Requests with the header {@code Revision} are answered
 * from that version.
 */
@RestController
@RequestMapping("/api/v1/projects/{project}")
@RequiredRole(Role.AUTHOR)
class RevisionsApi {
    private static final int MOST = 30;

    private final Revisions revisions;
    private final PublishAll giving;
    private final DifferenceDescription words;
    private final PublishWarnings before;

    RevisionsApi(Revisions revisions, PublishAll giving, DifferenceDescription words, PublishWarnings before) {
        this.before = before;
        this.words = words;
        this.revisions = revisions;
        this.giving = giving;
    }

    /**
     * @param at ISO 8601
     * @param person empty for the initial state
     * @param changedObjects number of changed objects
     */
    record Revision(int number, String at, String person, String reason, int changedObjects) {
        static Revision of(RevisionRow row) {
            return new Revision(row.number(), row.at().toString(), row.person(), row.reason(), row.changedObjects());
        }
    }

    /** The newest first. @param before the number of the last that is known; the newest when missing */
    @GetMapping("/revisions")
    List<Revision> listRevisions(Project project, @RequestParam(defaultValue = "2147483647") int before) {
        return revisions.before(project.id(), before, MOST).stream()
                .map(Revision::of)
                .toList();
    }

    /**
     * A changed object.
     *
     * @param name display name
     * @param details differences in sentences; empty if the text shows them all
     * @param lines a line diff of its file: - old, + new
     */
    record ObjectChange(
            ProjectDifference.Kind kind,
            String id,
            String name,
            ProjectDifference.How change,
            List<String> details,
            List<String> lines) {}

    private List<ObjectChange> things(
            Optional<Project> before, Project after, List<ProjectDifference.ChangedObject> changed) {
        return changed.stream()
                .map(one -> new ObjectChange(
                        one.kind(),
                        one.id(),
                        words.name(before, after, one),
                        one.change(),
                        words.of(before, after, one),
                        one.lines()))
                .toList();
    }

    /** The difference between a version and its predecessor, or any other. */
    @GetMapping("/revisions/{number}/difference")
    List<ObjectChange> compareRevisions(
            Project project, @PathVariable int number, @RequestParam(defaultValue = "-1") int from) {
        revisions.get(project.id(), number);
        int before = from < 0 ? number - 1 : from;
        return things(
                before == 0 ? Optional.empty() : Optional.of(revisions.at(project, before)),
                revisions.at(project, number),
                revisions.difference(project.id(), before, number));
    }

    /** The object to restore. @param kind missing for the whole project */
    record RestoreTarget(Optional<ProjectDifference.Kind> kind, String id) {
        RestoreTarget {
            kind = kind == null ? Optional.empty() : kind;
            id = Absent.orEmpty(id);
        }
    }

    /** Publishes an older version of the project or of one object again. Drafts stay. */
    @PostMapping("/revisions/{number}/restore")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Audited("restored a version")
    void restoreRevision(Project project, @PathVariable int number, @RequestBody RestoreTarget body) {
        body.kind()
                .ifPresentOrElse(
                        kind -> revisions.restore(project, number, kind, body.id()),
                        () -> revisions.restore(project, number));
    }

    /** A report affected by the changes. */
    record AffectedReport(String id, String name) {}

    /**
     * @param warnings non-blocking notices
     * @param affectedReports the changed reports, also through their queries, to rehearse
     */
    record PendingChanges(
            List<ObjectChange> changes, List<PublishWarnings.Warning> warnings, List<AffectedReport> affectedReports) {}

    /** The differences between drafts and published objects. */
    @GetMapping("/pending-changes")
    PendingChanges listPendingChanges(Project project) {
        Project drafted = giving.drafted(project);
        List<ProjectDifference.ChangedObject> changed = revisions.unpublished(project, drafted);
        return new PendingChanges(
                things(Optional.of(project), drafted, changed), before.of(drafted, changed), touched(drafted, changed));
    }

    private static List<AffectedReport> touched(Project drafted, List<ProjectDifference.ChangedObject> changed) {
        Set<String> ids =
                changed.stream().map(ProjectDifference.ChangedObject::id).collect(Collectors.toSet());
        return drafted.reports().stream()
                .filter(report ->
                        ids.contains(report.id()) || report.queryIds().stream().anyMatch(ids::contains))
                .map(report -> new AffectedReport(report.id(), report.name()))
                .toList();
    }

    /** Publishes every draft, or none; rejected with the problems that viewers would have. */
    @PostMapping("/publish")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Audited("published all changes")
    void publishProject(Project project, Caller caller) {
        giving.publish(project, caller);
    }
}
