package plainsieve.server.editing.revisions;

import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import plainsieve.files.ProjectDifference;
import plainsieve.files.ProjectFile;
import plainsieve.files.ProjectFolder;
import plainsieve.server.definitions.model.NotFoundException;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.definitions.project.Projects;
import plainsieve.server.editing.transfer.Rollback;
import plainsieve.server.editing.transfer.ZippedProject;
import plainsieve.server.records.definitions.RevisionRecords;
import plainsieve.server.records.definitions.RevisionRow;

/** Published versions of a project: recorded on every change, compared, and restored. None is ever deleted. */
@Service
public class Revisions {
    private static final int NONE = 0;

    private static final ProjectFolder NOTHING = new ProjectFolder(
            new ProjectFile("", "", List.of(), List.of(), List.of(), List.of(), List.of(), List.of()), Map.of());

    private final RevisionRecords records;
    private final Rollback rollback;
    private final Projects projects;
    private final TransactionTemplate change;
    private final Clock clock;

    /* Projects are immutable: an equal one has been compared already. */
    private final Map<String, Project> lookedAt = new ConcurrentHashMap<>();

    /* The newest revision of each. */
    private final Map<String, ProjectFolder> kept = new ConcurrentHashMap<>();

    Revisions(
            RevisionRecords records,
            Rollback rollback,
            Projects projects,
            PlatformTransactionManager transactions,
            Clock clock) {
        this.records = records;
        this.change = new TransactionTemplate(transactions);
        this.rollback = rollback;
        this.projects = projects;
        this.clock = clock;
    }

    /**
     * Records the published state if it changed. Drafts are not recorded: they are compared without
     * changing the records.
     *
     * @param who empty if unknown
     * @param why empty if not stated
     */
    public void keep(Project seen, String who, String why) {
        if (lookedAt.get(seen.id()) == seen) {
            return;
        }
        ProjectFolder given = rollback.publishedFiles(seen);
        if (!given.equals(kept.get(seen.id()))) {
            change.executeWithoutResult(begun -> add(seen.id(), who, why));
        }
        lookedAt.put(seen.id(), seen);
    }

    /* A concurrent request may have recorded it: the current records are compared. */
    private void add(String projectId, String who, String why) {
        ProjectFolder now = rollback.publishedFiles(projects.get(projectId));
        int last = latest(projectId);
        ProjectFolder before = last == NONE ? NOTHING : content(projectId, last);
        if (!now.equals(before)) {
            int things = ProjectDifference.between(before, now).size();
            records.add(new RevisionRow(projectId, last + 1, clock.instant(), who, why, things), now.toZip());
        }
        kept.put(projectId, now);
    }

    private int latest(String projectId) {
        return before(projectId, Integer.MAX_VALUE, 1).stream()
                .findFirst()
                .map(RevisionRow::number)
                .orElse(NONE);
    }

    /** The newest first. */
    public List<RevisionRow> before(String projectId, int number, int most) {
        return records.before(projectId, number, most);
    }

    /** Throws {@link NotFoundException} if there is none with this number. */
    public RevisionRow get(String projectId, int number) {
        return records.find(projectId, number).orElseThrow(() -> missing(number));
    }

    private static NotFoundException missing(int number) {
        return new NotFoundException("revision", Integer.toString(number), List.of());
    }

    private ProjectFolder content(String projectId, int number) {
        return records.content(projectId, number)
                .map(packed -> ZippedProject.read(packed.content()))
                .orElseThrow(() -> missing(number));
    }

    /** The differences between two versions. @param from 0 for the empty project */
    public List<ProjectDifference.ChangedObject> difference(String projectId, int from, int to) {
        return ProjectDifference.between(from == NONE ? NOTHING : content(projectId, from), content(projectId, to));
    }

    /** The differences between published and draft objects. */
    public List<ProjectDifference.ChangedObject> unpublished(Project project, Project drafted) {
        return ProjectDifference.between(rollback.publishedFiles(project), rollback.publishedFiles(drafted));
    }

    /** The project as viewers had it, on the sources of today. */
    public Project at(Project now, int number) {
        return now.asIn(content(now.id(), number));
    }

    /** Publishes an older version again. */
    public void restore(Project project, int number) {
        rollback.to(project, content(project.id(), number));
    }

    /** Publishes one object of an older version again. */
    public void restore(Project project, int number, ProjectDifference.Kind kind, String id) {
        rollback.to(project, content(project.id(), number), kind, id);
    }
}
