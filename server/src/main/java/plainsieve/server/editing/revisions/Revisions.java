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

/** What viewers had, each time it became something else: looked at, compared, gone back to. Nothing of it is ever lost. */
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

    /* Projects never change: the same one has been looked at already. */
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
     * Keeps what viewers have of a project now, if it is something else than before. What authors make of it meanwhile is not: that
     * is found without a change of the records.
     *
     * @param who empty when no one knows
     * @param why empty when no one said
     */
    public void keep(Project seen, String who, String why) {
        if (lookedAt.get(seen.id()) == seen) {
            return;
        }
        ProjectFolder given = rollback.given(seen);
        if (!given.equals(kept.get(seen.id()))) {
            change.executeWithoutResult(begun -> add(seen.id(), who, why));
        }
        lookedAt.put(seen.id(), seen);
    }

    /* Someone else may have been faster: what is kept is what the records have now. */
    private void add(String projectId, String who, String why) {
        ProjectFolder now = rollback.given(projects.get(projectId));
        int last = latest(projectId);
        ProjectFolder before = last == NONE ? NOTHING : content(projectId, last);
        if (!now.equals(before)) {
            int things = ProjectDifference.between(before, now).size();
            records.add(new RevisionRow(projectId, last + 1, clock.instant(), who, why, things), now.zip());
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

    /** Throws {@link NotFoundException} when there is none of this number. */
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

    /** What became something else from one revision to another. @param from 0 for nothing */
    public List<ProjectDifference.ChangedObject> difference(String projectId, int from, int to) {
        return ProjectDifference.between(from == NONE ? NOTHING : content(projectId, from), content(projectId, to));
    }

    /** What viewers have of it, beside what its authors make of it. */
    public List<ProjectDifference.ChangedObject> notGiven(Project project, Project drafted) {
        return ProjectDifference.between(rollback.given(project), rollback.given(drafted));
    }

    /** The project as viewers had it, on the sources of today. */
    public Project at(Project now, int number) {
        return now.asIn(content(now.id(), number));
    }

    /** Viewers have again what they had. */
    public void goBack(Project project, int number) {
        rollback.to(project, content(project.id(), number));
    }

    /** Viewers have one thing again as they had it. */
    public void goBack(Project project, int number, ProjectDifference.Kind kind, String id) {
        rollback.to(project, content(project.id(), number), kind, id);
    }
}
