package plainsieve.server.jobs.copies;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Instant;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import org.springframework.stereotype.Service;
import plainsieve.core.sql.lexer.Identifiers;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.value.ProblemException;
import plainsieve.server.definitions.model.CopiesSource;
import plainsieve.server.definitions.model.NotFoundException;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.model.Stage;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.definitions.project.Projects;
import plainsieve.server.jobs.JobHandler;
import plainsieve.server.jobs.JobOutcome;
import plainsieve.server.records.jobs.JobKind;
import plainsieve.server.runtime.settings.Settings;
import plainsieve.sources.Cancellation;
import plainsieve.sources.files.PartManifest;

/** The stored copies of each project, their partitions and refreshes. */
@Service
public class StoredCopies implements JobHandler {
    private final CopyDefinitions kept;
    private final Projects projects;
    private final CopyRefresh copyRefresh;
    private final Settings settings;

    StoredCopies(CopyDefinitions kept, Projects projects, CopyRefresh copyRefresh, Settings settings) {
        this.kept = kept;
        this.projects = projects;
        this.copyRefresh = copyRefresh;
        this.settings = settings;
    }

    public List<StoredCopy> of(String projectId) {
        return kept.all().stream()
                .filter(one -> one.projectId().equals(projectId))
                .map(CopyDefinitions.ProjectCopy::copy)
                .toList();
    }

    public Optional<StoredCopy> find(String projectId, String id) {
        return of(projectId).stream().filter(copy -> copy.id().equals(id)).findFirst();
    }

    /** Throws {@link NotFoundException} if there is none with this ID. */
    public StoredCopy get(String projectId, String id) {
        return find(projectId, id)
                .orElseThrow(() -> new NotFoundException(
                        "copy", id, of(projectId).stream().map(StoredCopy::id).toList()));
    }

    Path folder(String projectId) {
        return settings.foldersOfFiles()
                .get(0)
                .toAbsolutePath()
                .normalize()
                .resolve(CopiesSource.folderName(projectId));
    }

    Path folder(String projectId, StoredCopy copy) {
        return folder(projectId).resolve(copy.table());
    }

    /** The source of the copies; empty before the first one. */
    public Optional<String> source(Project project) {
        return CopiesSource.of(project.id(), project.sources());
    }

    /**
     * The content of a copy.
     *
     * @param asOf when its rows were queried
     * @param parts the number of files
     * @param days the possible partition columns
     */
    public record State(Instant asOf, long rows, int parts, List<String> days) {
        private static State of(CopyPartitions stored) {
            List<String> days = IntStream.range(0, stored.columns().size())
                    .filter(i -> stored.types().get(i).matches("date|timestamp"))
                    .mapToObj(stored.columns()::get)
                    .toList();
            return new State(stored.asOf(), stored.rows(), stored.parts().size(), days);
        }
    }

    /** The current content; empty before the first refresh. */
    public Optional<State> state(String projectId, StoredCopy copy) {
        return CopyPartitions.read(folder(projectId, copy)).map(State::of);
    }

    /** The result held for review. */
    public Optional<State> heldResult(String projectId, StoredCopy copy) {
        return CopyPartitions.readHeld(folder(projectId, copy)).map(State::of);
    }

    /** The time of the oldest copy that a report reads; empty if it reads none. */
    public Optional<Instant> asOf(Project project, Report report) {
        Optional<String> source = source(project);
        List<Query> asking = report.queryIds().stream()
                .map(project.inStage(Stage.LIVE)::queryInStage)
                .filter(query -> source.filter(query.sourceId()::equals).isPresent())
                .toList();
        return asking.isEmpty()
                ? Optional.empty()
                : of(project.id()).stream()
                        .filter(copy -> asking.stream().anyMatch(query -> mentions(project, query, copy)))
                        .flatMap(copy -> state(project.id(), copy).stream())
                        .map(State::asOf)
                        .min(Comparator.naturalOrder());
    }

    /* Compares tokens, so names in comments and strings do not count. Invalid text refers to no table. */
    private static boolean mentions(Project project, Query query, StoredCopy copy) {
        try {
            Tokens tokens = project.prepare(query, query.liveText()).query().tokens();
            return IntStream.range(0, tokens.size())
                    .filter(at -> tokens.is(at, TokenKind.WORD) || tokens.is(at, TokenKind.QUOTED_NAME))
                    .anyMatch(at -> Identifiers.mayBeEqual(tokens.written(at), copy.table()));
        } catch (ProblemException e) {
            return false;
        }
    }

    /** Accepts the held result. */
    public void acceptHeld(String projectId, StoredCopy copy) {
        Path folder = folder(projectId, copy);
        try {
            Files.move(
                    folder.resolve(CopyPartitions.KEPT_BACK),
                    folder.resolve(PartManifest.NAME),
                    StandardCopyOption.ATOMIC_MOVE);
        } catch (IOException e) {
            throw new CopyFailure("No copy is held for review, or the disk refused the change.", e);
        }
    }

    /** Discards the held result; its files are removed by the next refresh. */
    public void discardHeld(String projectId, StoredCopy copy) {
        try {
            Files.deleteIfExists(folder(projectId, copy).resolve(CopyPartitions.KEPT_BACK));
        } catch (IOException e) {
            throw new CopyFailure("The held copy could not be removed.", e);
        }
    }

    @Override
    public JobKind kind() {
        return JobKind.COPY;
    }

    @Override
    public List<ScheduledJob> scheduled() {
        return kept.all().stream()
                .flatMap(one -> planned(one.projectId(), one.copy()).stream())
                .toList();
    }

    private static Optional<ScheduledJob> planned(String projectId, StoredCopy copy) {
        return copy.schedule()
                .times()
                .filter(times -> !copy.paused())
                .map(times -> new ScheduledJob(projectId, copy.id(), times, copy.since()));
    }

    @Override
    public JobOutcome run(String projectId, String thing, long job, Cancellation stop) {
        Optional<StoredCopy> copy = find(projectId, thing);
        if (copy.isEmpty()) {
            return new JobOutcome.Skipped("The copy no longer exists.");
        }
        return copyRefresh.refresh(projects.get(projectId), copy.get(), folder(projectId, copy.get()), job, stop);
    }

    @Override
    public List<String> dependentsOf(String projectId, JobKind kind, String thing) {
        return kind == JobKind.COPY ? dependentsOf(projectId, thing) : List.of();
    }

    private List<String> dependentsOf(String projectId, String thing) {
        return of(projectId).stream()
                .filter(copy -> !copy.paused()
                        && copy.schedule().prerequisite().filter(thing::equals).isPresent())
                .map(StoredCopy::id)
                .toList();
    }

    /** The copies whose rows its query reads. */
    @Override
    public Set<String> prerequisites(String projectId, String thing) {
        Optional<StoredCopy> copy = find(projectId, thing);
        if (copy.isEmpty()) {
            return Set.of();
        }
        Project project = projects.get(projectId);
        Optional<String> source = source(project);
        if (source.isEmpty() || !project.hasQuery(copy.get().queryId())) {
            return Set.of();
        }
        Query query = project.query(copy.get().queryId());
        Set<String> before = new HashSet<>();
        of(projectId).stream()
                .filter(other -> !other.id().equals(thing)
                        && query.sourceId().equals(source.get())
                        && mentions(project, query, other))
                .forEach(other -> before.add(other.id()));
        return before;
    }
}
