package plainsieve.server.sources;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.server.definitions.edits.RemovedObjects;
import plainsieve.server.definitions.model.StillUsedException;
import plainsieve.server.definitions.model.Usage;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.definitions.project.Projects;
import plainsieve.server.records.definitions.SourceRow;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceSettings;

/** Adds, changes, tests and removes sources, which projects share, and their assignment to projects. */
@Service
public class SourceEdits {
    private static final String ID = "[A-Za-z0-9][A-Za-z0-9 ._-]{0,60}";

    private final SourceDefinitions kept;
    private final Projects projects;
    private final StatementSender statementSender;
    private final SourceFacts facts;
    private final RemovedObjects removedObjects;

    SourceEdits(
            SourceDefinitions kept,
            Projects projects,
            StatementSender statementSender,
            SourceFacts facts,
            RemovedObjects removedObjects) {
        this.kept = kept;
        this.projects = projects;
        this.statementSender = statementSender;
        this.facts = facts;
        this.removedObjects = removedObjects;
    }

    /** Adds a source. Whether it can be reached shows in its health line; a database may be down while it is added. */
    public void add(SourceAccess access) {
        kept.requireAllowed(access);
        addImported(access);
    }

    /** Adds an imported source. Its file may be forbidden here: its health reports that. */
    public void addImported(SourceAccess access) {
        checkName(access.id());
        refuseTaken(access.id());
        kept.add(access);
    }

    private static void checkName(String id) {
        if (!id.matches(ID)) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_SOURCE,
                    "Invalid source name “%s”.".formatted(id),
                    "Use letters, digits, spaces, hyphens, dots and underscores."));
        }
    }

    /** Throws {@link ProblemException} if the source exists but is not assigned to this project. */
    public void refuseOthers(Project project, String id) {
        if (kept.has(id) && !project.sources().containsKey(id)) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_SOURCE,
                    "The source “%s” is not available to this project.".formatted(id),
                    "Ask an operator to let this project use it, on Sources, or name another one."));
        }
    }

    /** Whether no source has this name. */
    public boolean isFree(String id) {
        return !kept.has(id);
    }

    private void refuseTaken(String id) {
        if (kept.has(id)) {
            throw new ProblemException(Problem.of(
                    ProblemKind.NAME_TAKEN, "Source “%s” already exists.".formatted(id), "Choose another name."));
        }
    }

    /**
     * Changes a source. An empty password keeps the stored one for the same server and user.
     *
     * @param seen the version that the change is based on; empty for an unconditional change
     * @throws plainsieve.server.definitions.model.EditConflictException if the source changed meanwhile
     */
    public void change(SourceAccess access, Optional<SourceDefinitions.SeenState> seen) {
        kept.requireAllowed(access);
        kept.change(kept.completed(access), seen);
        facts.forget(access.id());
    }

    /**
     * Declares the type of a column of files, or the line with the column names.
     *
     * @param column or {@link plainsieve.sources.TableOverrides#NAMES}
     * @param form in the notation of {@link plainsieve.core.catalog.CellFormat}, or of {@link plainsieve.core.catalog.HeaderRow}; empty for automatic
     */
    public void declareColumn(String id, String table, String column, String form) {
        SourceAccess access = kept.access(kept.row(id));
        if (!(access.settings() instanceof SourceSettings.Folder folder)) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_SOURCE,
                    "“%s” has declared types.".formatted(id),
                    "Change the type of a column with a step, or in the query."));
        }
        SourceSettings said = folder.saying(table, column, form);
        change(access.at(said), Optional.of(new SourceDefinitions.SeenState(folder, access.limits())));
    }

    /**
     * Tests a source before it is saved. Throws {@link plainsieve.sources.SourceFailure} if it does not respond.
     *
     * @return its name and version
     */
    public String test(SourceAccess access) {
        return statementSender.test(kept.completed(access));
    }

    /** Gives a source another name; every query follows. Lists of a column follow, too. */
    @Transactional
    public void rename(String from, String to) {
        kept.row(from);
        refuseTaken(to);
        checkName(to);
        List<String> lists = users(from).stream()
                .filter(user -> user.use().kind() == Usage.Kind.PARAMETER)
                .map(User::inWords)
                .toList();
        if (!lists.isEmpty()) {
            throw new StillUsedException("By its name, “" + from + "”", lists);
        }
        kept.rename(from, to);
        statementSender.forget(from);
        facts.forget(from);
    }

    /** The IDs of the projects a source is assigned to; empty for all. */
    public List<String> allowed(String id) {
        String projects = kept.row(id).projects();
        return projects.isEmpty() ? List.of() : List.of(projects.split(" "));
    }

    /**
     * Sets the projects a source is assigned to. Throws {@link StillUsedException} if another project uses it.
     *
     * @param projectIds empty for all projects
     */
    @Transactional
    public void allow(String id, Set<String> projectIds) {
        kept.row(id);
        projectIds.forEach(projects::get);
        List<String> others = users(id).stream()
                .filter(user -> !projectIds.isEmpty()
                        && !projectIds.contains(user.project().id()))
                .map(User::inWords)
                .toList();
        if (!others.isEmpty()) {
            throw new StillUsedException("“" + id + "”", others);
        }
        kept.allow(id, projectIds);
    }

    /** An object that uses a source, and its project. */
    public record User(Project project, Usage use) {
        String inWords() {
            return use.inWords() + " of “" + project.name() + "”";
        }
    }

    /** The objects that use a source, in every project. */
    public List<User> users(String id) {
        List<User> users = new ArrayList<>();
        projects.all()
                .forEach(project -> project.usesOfSource(id).forEach(usage -> users.add(new User(project, usage))));
        return users;
    }

    /** Removes an unused source; it can be restored. Throws {@link StillUsedException} otherwise. */
    @Transactional
    public void remove(String id) {
        SourceRow row = kept.row(id);
        List<String> users = users(id).stream().map(User::inWords).toList();
        if (!users.isEmpty()) {
            throw new StillUsedException("“" + id + "”", users);
        }
        removedObjects.storeSource(row);
        kept.remove(id);
        statementSender.forget(id);
        facts.forget(id);
    }
}
