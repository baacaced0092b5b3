package plainsieve.server.sources;

import jakarta.annotation.PostConstruct;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import plainsieve.server.access.security.SecretBox;
import plainsieve.server.definitions.forms.StoredForms;
import plainsieve.server.definitions.model.EditConflictException;
import plainsieve.server.definitions.model.NotFoundException;
import plainsieve.server.records.IncompatibleDatabaseException;
import plainsieve.server.records.definitions.SourceRecords;
import plainsieve.server.records.definitions.SourceRow;
import plainsieve.server.runtime.settings.ServingSettings;
import plainsieve.sources.Secret;
import plainsieve.sources.ServiceSettings;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceLimits;
import plainsieve.sources.SourceSettings;

/** Source settings in the database, with encrypted passwords. */
@Component
public class SourceDefinitions {
    private final SourceRecords records;
    private final StoredForms forms;
    private final SecretBox secrets;
    private final FileFence fence;
    private final boolean served;

    SourceDefinitions(
            SourceRecords records, StoredForms forms, SecretBox secrets, FileFence fence, ServingSettings serving) {
        this.served = serving.folder().isPresent();
        this.fence = fence;
        this.records = records;
        this.forms = forms;
        this.secrets = secrets;
    }

    /** A key that decrypts none of the passwords is another one, or was generated because the old one is missing. */
    @PostConstruct
    void requireTheirKey() {
        List<SourceRow> rows = records.all();
        // Those from files are written again at start.
        if (!served && !rows.isEmpty() && rows.stream().noneMatch(row -> secrets.opens(row.password()))) {
            throw new IncompatibleDatabaseException(
                    "secret.key cannot decrypt the passwords of %d sources in the database. Restore the matching key file or database."
                            .formatted(rows.size()));
        }
    }

    public boolean has(String id) {
        return find(id).isPresent();
    }

    /** Throws {@link NotFoundException} if there is no such source. */
    public SourceRow row(String id) {
        return find(id).orElseThrow(() -> new NotFoundException(
                "source", id, records.all().stream().map(SourceRow::id).toList()));
    }

    /** The limits of each source, by ID. */
    public Map<String, SourceLimits> limits() {
        return records.all().stream().collect(Collectors.toMap(SourceRow::id, forms::limits));
    }

    /** How the source of a row is reached, with its password. */
    public SourceAccess access(SourceRow row) {
        return new SourceAccess(row.id(), forms.settings(row), password(row), forms.limits(row));
    }

    /** With the stored password if none is given for the same user of the same server. */
    public SourceAccess completed(SourceAccess access) {
        return find(access.id())
                .filter(row -> access.password().reveal().isEmpty())
                .filter(row -> sameServer(forms.settings(row), access.settings()))
                .map(row -> new SourceAccess(access.id(), access.settings(), password(row), access.limits()))
                .orElse(access);
    }

    /** Throws {@link plainsieve.core.value.ProblemException} when it is a file that this server must not read. */
    public void requireAllowed(SourceAccess access) {
        fence.inside(access);
    }

    public void add(SourceAccess access) {
        records.add(rowOf(access));
    }

    /** The state on which a change is based. */
    public record SeenState(SourceSettings settings, SourceLimits limits) {}

    /** Throws {@link EditConflictException} if it changed since, or concurrently. */
    public void change(SourceAccess access, Optional<SeenState> seen) {
        SourceRow before = row(access.id());
        SeenState now = new SeenState(forms.settings(before), forms.limits(before));
        if (!seen.orElse(now).equals(now) || records.change(rowOf(access), before) == 0) {
            throw new EditConflictException("The source");
        }
    }

    /** Sets the projects it is assigned to; all if empty. */
    public void allow(String id, Set<String> projects) {
        records.allow(id, String.join(" ", projects));
    }

    public void rename(String from, String to) {
        records.rename(from, to);
    }

    public void remove(String id) {
        records.remove(id);
    }

    Optional<SourceRow> find(String id) {
        return records.find(id);
    }

    private Secret password(SourceRow row) {
        return secrets.unlock(row.password());
    }

    private SourceRow rowOf(SourceAccess access) {
        SourceSettings settings = access.settings();
        String password = secrets.lock(access.password());
        return new SourceRow(
                access.id(), settings.kind().word(), forms.write(settings, access.limits()), password, 0, "");
    }

    /* A stored password must not be sent to another server. */
    private static boolean sameServer(SourceSettings one, SourceSettings other) {
        if (one instanceof ServiceSettings here && other instanceof ServiceSettings there) {
            return here.base().equals(there.base())
                    && here.signIn() == there.signIn()
                    && here.name().equals(there.name());
        }
        return one instanceof SourceSettings.OnServer here
                && other instanceof SourceSettings.OnServer there
                && here.host().equals(there.host())
                && here.port() == there.port()
                && here.user().equals(there.user());
    }
}
