package plainsieve.server.authoring;

import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.server.project.NotFound;
import plainsieve.server.project.Project;
import plainsieve.server.project.Projects;
import plainsieve.server.project.StillUsed;
import plainsieve.server.project.StoredForms;
import plainsieve.server.project.Use;
import plainsieve.server.records.SourceRecords;
import plainsieve.server.records.SourceRow;
import plainsieve.server.security.SecretBox;
import plainsieve.server.sources.Sending;
import plainsieve.server.sources.SourceFacts;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceSettings;

/** Adds, changes, tries and removes sources. All projects of the server share them. */
@Service
public class SourceEdits {
    private static final String ID = "[A-Za-z0-9][A-Za-z0-9 ._-]{0,60}";

    private final SourceRecords records;
    private final Projects projects;
    private final StoredForms forms;
    private final SecretBox secrets;
    private final Sending sending;
    private final SourceFacts facts;
    private final Removed removed;

    /* What keeps sources, what uses them, and what remembers them. */
    SourceEdits(
            SourceRecords records,
            Projects projects,
            StoredForms forms,
            SecretBox secrets,
            Sending sending,
            SourceFacts facts,
            Removed removed) {
        this.records = records;
        this.projects = projects;
        this.forms = forms;
        this.secrets = secrets;
        this.sending = sending;
        this.facts = facts;
        this.removed = removed;
    }

    /** Adds a source. Whether it can be reached shows in its health line; a database may be down while it is added. */
    public void add(SourceAccess access) {
        if (access.id().isBlank() || !access.id().matches(ID)) {
            throw new ProblemException(Problem.of(
                    "bad-source",
                    "“%s” cannot be the name of a source.".formatted(access.id()),
                    "Use letters, digits, spaces, hyphens, dots and underscores."));
        }
        refuseTaken(access.id());
        records.add(row(access.id(), access.settings(), secrets.lock(access.password())));
    }

    private void refuseTaken(String id) {
        if (records.all().stream().anyMatch(row -> row.id().equals(id))) {
            throw new ProblemException(
                    Problem.of("name-taken", "There is already a source “%s”.".formatted(id), "Choose another name."));
        }
    }

    /** Reaches a source another way from now on. An empty password keeps the one there is, while the place stays the same. */
    public void change(SourceAccess access) {
        SourceRow before = row(access.id());
        boolean keeps = access.password().reveal().isEmpty() && sameServer(forms.settings(before), access.settings());
        String password = keeps ? before.password() : secrets.lock(access.password());
        records.change(row(access.id(), access.settings(), password));
        facts.forget(access.id());
    }

    /* A kept password must not be sent to a server that it was not given for. */
    private static boolean sameServer(SourceSettings one, SourceSettings other) {
        return one instanceof SourceSettings.OnServer here
                && other instanceof SourceSettings.OnServer there
                && here.host().equals(there.host())
                && here.port() == there.port()
                && here.user().equals(there.user());
    }

    /**
     * Whether a source would answer, before it is kept. Throws {@link plainsieve.sources.SourceFailure} when it does not.
     *
     * @return its name and version
     */
    public String tried(SourceAccess access) {
        boolean known = records.all().stream().anyMatch(row -> row.id().equals(access.id()));
        if (known && access.password().reveal().isEmpty()) {
            SourceRow before = row(access.id());
            if (sameServer(forms.settings(before), access.settings())) {
                return sending.tried(
                        new SourceAccess(access.id(), access.settings(), secrets.unlock(before.password())));
            }
        }
        return sending.tried(access);
    }

    /** Gives a source another name; every query follows. Lists of a column follow, too. */
    @Transactional
    public void rename(String from, String to) {
        row(from);
        refuseTaken(to);
        if (!to.matches(ID)) {
            throw new ProblemException(Problem.of(
                    "bad-source", "“%s” cannot be the name of a source.".formatted(to), "Use letters and digits."));
        }
        List<String> lists = users(from).stream()
                .filter(user -> user.use().kind() == Use.Kind.PARAMETER)
                .map(User::inWords)
                .toList();
        if (!lists.isEmpty()) {
            throw new StillUsed("By its name, “" + from + "”", lists);
        }
        records.rename(from, to);
        sending.forget(from);
        facts.forget(from);
    }

    /** Something that asks a source, and the project it belongs to. */
    public record User(Project project, Use use) {
        String inWords() {
            return use.inWords() + " of “" + project.name() + "”";
        }
    }

    /** What asks a source, in every project. */
    public List<User> users(String id) {
        List<User> users = new ArrayList<>();
        projects.all().forEach(project -> project.usesOfSource(id).forEach(use -> users.add(new User(project, use))));
        return users;
    }

    /** Removes a source that nothing asks; it can be brought back. Throws {@link StillUsed} otherwise. */
    @Transactional
    public void remove(String id) {
        SourceRow row = row(id);
        List<String> users = users(id).stream().map(User::inWords).toList();
        if (!users.isEmpty()) {
            throw new StillUsed("“" + id + "”", users);
        }
        removed.keepSource(row);
        records.remove(id);
        sending.forget(id);
        facts.forget(id);
    }

    private SourceRow row(String id) {
        return records.all().stream()
                .filter(row -> row.id().equals(id))
                .findFirst()
                .orElseThrow(() -> new NotFound(
                        "source", id, records.all().stream().map(SourceRow::id).toList()));
    }

    private SourceRow row(String id, SourceSettings settings, String password) {
        return new SourceRow(id, settings.kind().word(), forms.write(settings), password, 0);
    }
}
