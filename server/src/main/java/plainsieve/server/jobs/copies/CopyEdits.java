package plainsieve.server.jobs.copies;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileAttribute;
import java.nio.file.attribute.PosixFilePermission;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Clock;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.server.definitions.edits.Ids;
import plainsieve.server.definitions.edits.Restoration;
import plainsieve.server.definitions.model.CopiesSource;
import plainsieve.server.definitions.model.EditConflictException;
import plainsieve.server.definitions.model.StillUsedException;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.jobs.JobRunner;
import plainsieve.server.jobs.schedules.Timetable;
import plainsieve.server.records.definitions.DefinitionKind;
import plainsieve.server.records.definitions.DefinitionRow;
import plainsieve.server.records.jobs.JobCause;
import plainsieve.server.records.jobs.JobKind;
import plainsieve.server.runtime.spool.Spools;
import plainsieve.server.sources.SourceEdits;
import plainsieve.sources.Secret;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceSettings;

/** Adds, changes and removes stored copies. */
@Service
public class CopyEdits implements Restoration {
    private static final String SOURCE = "copies";
    private static final int MOST_AGAIN = 1_000;
    private static final FileAttribute<Set<PosixFilePermission>> OWNER_ONLY =
            PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rwx------"));

    private final CopyDefinitions kept;
    private final StoredCopies storedCopies;
    private final SourceEdits sources;
    private final JobRunner jobRunner;
    private final Clock clock;

    CopyEdits(CopyDefinitions kept, StoredCopies storedCopies, SourceEdits sources, JobRunner jobRunner, Clock clock) {
        this.kept = kept;
        this.storedCopies = storedCopies;
        this.sources = sources;
        this.jobRunner = jobRunner;
        this.clock = clock;
    }

    /** Creates a copy, with an ID from its name. It is filled at once. Throws as {@link #change}. */
    @Transactional
    public StoredCopy add(Project project, StoredCopy draft) {
        String called = Ids.name("A copy", draft.name());
        // It is a table name, which cannot begin with a digit.
        String name = Character.isDigit(called.charAt(0)) ? "copy " + called : called;
        String id = Ids.of(
                name, "copy", taken -> storedCopies.find(project.id(), taken).isPresent());
        prepare(project);
        save(project, draft.identified(id).startingAt(clock.instant()));
        jobRunner.runNow(project.id(), JobKind.COPY, id, JobCause.MANUAL);
        return storedCopies.get(project.id(), id);
    }

    /** Creates the source of a project's copies if there is none. */
    void prepare(Project project) {
        if (storedCopies.source(project).isEmpty()) {
            folder(storedCopies.folder(project.id()));
            addSource(project);
        }
    }

    /** Adds an imported copy, which is filled here. */
    void addImported(Project project, StoredCopy copy) {
        if (storedCopies.find(project.id(), copy.id()).isPresent()) {
            change(project, copy);
        } else {
            save(project, copy);
            jobRunner.runNow(project.id(), JobKind.COPY, copy.id(), JobCause.MANUAL);
        }
    }

    private static void folder(Path folder) {
        try {
            Files.createDirectories(folder, OWNER_ONLY);
        } catch (IOException e) {
            throw new CopyFailure("The server may not write into its folder for files.", e);
        }
    }

    private void addSource(Project project) {
        String id = sources.isFree(SOURCE) ? SOURCE : SOURCE + "-" + project.id();
        sources.add(new SourceAccess(
                id, SourceSettings.Folder.of(CopiesSource.folderName(project.id()), Map.of()), Secret.none()));
        sources.allow(id, Set.of(project.id()));
    }

    /**
     * Changes a copy. A changed schedule starts now.
     *
     * @throws ProblemException for an invalid definition
     * @throws EditConflictException for a version conflict
     */
    public void change(Project project, StoredCopy copy) {
        StoredCopy before = storedCopies.get(project.id(), copy.id());
        boolean same = before.schedule().equals(copy.schedule()) && before.paused() == copy.paused();
        save(project, copy.startingAt(same ? before.since() : clock.instant()));
    }

    private void save(Project project, StoredCopy copy) {
        check(project, copy);
        if (!kept.save(project.id(), copy.named(Ids.name("A copy", copy.name())))) {
            throw new EditConflictException("The copy “%s”".formatted(copy.name()));
        }
    }

    private void check(Project project, StoredCopy copy) {
        project.query(copy.queryId());
        copy.parts().ifPresent(parts -> {
            if (!parts.stretch().isStretch() || parts.again() < 0 || parts.again() > MOST_AGAIN) {
                throw invalid("Invalid partitioning.", "Partition by day, week, month, quarter or year.");
            }
        });
        copy.schedule().times().ifPresent(times -> new Timetable(times.cron(), times.zone()));
        requireNoCircle(project.id(), copy);
    }

    private void requireNoCircle(String projectId, StoredCopy copy) {
        Set<String> seen = new HashSet<>(Set.of(copy.id()));
        Optional<String> behind = copy.schedule().prerequisite();
        while (behind.isPresent()) {
            if (!seen.add(behind.get())) {
                throw invalid("A copy cannot be refreshed after itself.", "Give one of them its own schedule.");
            }
            behind = storedCopies.get(projectId, behind.get()).schedule().prerequisite();
        }
    }

    private static ProblemException invalid(String message, String advice) {
        return new ProblemException(Problem.of(ProblemKind.INVALID_STORED_COPY, message, advice));
    }

    /**
     * Removes an unused copy. It can be restored and is then refreshed. Throws
     * {@link StillUsedException} otherwise. Queries whose text names its table no longer find it.
     */
    public void remove(Project project, String id) {
        StoredCopy copy = storedCopies.get(project.id(), id);
        List<String> needing = new ArrayList<>(jobRunner.dependentsOf(project.id(), JobKind.COPY, id));
        project.queries().stream()
                .filter(query -> query.asked().copy().equals(id))
                .forEach(query -> needing.add(query.name()));
        if (!needing.isEmpty()) {
            throw new StillUsedException("“" + copy.name() + "”", needing);
        }
        kept.remove(project.id(), copy);
        jobRunner.stop(project.id(), JobKind.COPY, id);
        removeFiles(storedCopies.folder(project.id(), copy));
    }

    @Override
    public DefinitionKind kind() {
        return DefinitionKind.STORED_COPY;
    }

    /** Its schedule starts now: times since its removal were not missed. */
    @Override
    public void restore(Project project, DefinitionRow row) {
        Restoration.requireFree(
                kind(), storedCopies.find(project.id(), row.id()).isPresent(), row.id());
        prepare(project);
        save(project, kept.copy(row.startingAt(clock.instant().toString())));
        jobRunner.runNow(project.id(), JobKind.COPY, row.id(), JobCause.MANUAL);
    }

    /** Removes the files and the source of the copies of a removed project, unless other projects use the source. */
    public void removeProject(Project gone) {
        Optional<String> source = storedCopies.source(gone);
        if (source.filter(id -> !sources.users(id).isEmpty()).isEmpty()) {
            source.ifPresent(sources::remove);
            removeFiles(storedCopies.folder(gone.id()));
        }
    }

    private static void removeFiles(Path folder) {
        try {
            if (Files.exists(folder)) {
                Spools.remove(folder);
            }
        } catch (IOException e) {
            throw new CopyFailure("The copy was removed, but not all of its files.", e);
        }
    }
}
