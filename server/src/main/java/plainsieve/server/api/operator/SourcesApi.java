package plainsieve.server.api.operator;

import jakarta.annotation.Nullable;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PatchMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.files.forms.Absent;
import plainsieve.files.forms.Resource;
import plainsieve.server.access.accounts.Accounts;
import plainsieve.server.body.RequestLimits;
import plainsieve.server.body.UsageBody;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.http.Creates;
import plainsieve.server.http.context.Audited;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.people.Role;
import plainsieve.server.records.access.PersonRow;
import plainsieve.server.sources.SourceDefinitions;
import plainsieve.server.sources.SourceEdits;
import plainsieve.server.sources.StatementSender;
import plainsieve.sources.Secret;
import plainsieve.sources.SignIn;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceFields;
import plainsieve.sources.SourceKind;
import plainsieve.sources.SourceLimits;

/** Manages the sources of a project, which other projects may share. Passwords are never returned. */
@RestController
@RequestMapping("/api/v1/projects/{project}/sources")
@RequiredRole(Role.OPERATOR)
class SourcesApi {
    private final SourceEdits edits;
    private final StatementSender statementSender;
    private final Accounts accounts;

    SourcesApi(SourceEdits edits, StatementSender statementSender, Accounts accounts) {
        this.edits = edits;
        this.statementSender = statementSender;
        this.accounts = accounts;
    }

    /**
     * A caller with statements that run on a source or wait for it.
     *
     * @param name sign-in name; empty for a browser without an account, a link, or the server itself
     */
    record StatementHolder(String name, int running, int waiting) {}

    /** The callers with running or waiting statements on a source. */
    @GetMapping("/{id}/holders")
    List<StatementHolder> listStatementHolders(Project project, @PathVariable String id) {
        project.source(id);
        Map<String, String> names =
                accounts.all().stream().collect(Collectors.toMap(PersonRow::id, PersonRow::name, (one, same) -> one));
        return statementSender.holders(id).stream()
                .map(holder ->
                        new StatementHolder(names.getOrDefault(holder.owner(), ""), holder.running(), holder.waiting()))
                .toList();
    }

    /**
     * Connection settings of a source. Missing fields are empty.
     *
     * @param database the database's name, the path of its file or folder, or the URL of a service
     * @param user the user name, or the name of the header or query parameter with a service's secret
     * @param signIn how the secret is sent to a service; not at all if missing
     * @param concurrentStatements maximum number of concurrent statements; the default if missing
     * @param timeoutSeconds statement timeout; 0: the server's default
     * @param password empty keeps the stored one, while server and user stay the same
     * @param functions additionally permitted functions, which the database cannot prove to be read-only
     * @param runOnOpening whether the bench runs a query when it is opened; true if missing
     * @param tableOverrides column types of files, by table and column
     * @param seen the version on which a change is based; missing for an unconditional change
     */
    record NewSource(
            String id,
            @NotNull(message = RequestLimits.MISSING) SourceKind kind,
            String host,
            int port,
            String database,
            String user,
            @Nullable SignIn signIn,
            String password,
            Integer concurrentStatements,
            int timeoutSeconds,
            List<@NotNull(message = RequestLimits.MISSING) String> functions,
            Boolean runOnOpening,
            Map<
                            @NotNull(message = RequestLimits.MISSING) String,
                            @NotNull(message = RequestLimits.MISSING) Map<
                                    @NotNull(message = RequestLimits.MISSING) String,
                                    @NotNull(message = RequestLimits.MISSING) String>>
                    tableOverrides,
            @Valid NewSource seen) {
        NewSource {
            concurrentStatements =
                    concurrentStatements == null ? SourceLimits.USUAL.concurrentStatements() : concurrentStatements;
            id = stripped(id);
            host = stripped(host);
            database = stripped(database);
            user = stripped(user);
            signIn = signIn == null ? SignIn.NONE : signIn;
            password = Absent.orEmpty(password);
            functions = Absent.orEmpty(functions);
            runOnOpening = runOnOpening == null ? SourceLimits.USUAL.runOnOpening() : runOnOpening;
            tableOverrides = tableOverrides == null ? Map.of() : tableOverrides;
        }

        private static String stripped(String text) {
            return text == null ? "" : text.strip();
        }

        SourceAccess access(String called) {
            return new SourceAccess(called, kind.settings(fields()), new Secret(password), limits());
        }

        /** The current settings, for an unconditional change. */
        SourceDefinitions.SeenState asSeen() {
            return new SourceDefinitions.SeenState(kind.settingsOrUnusable(fields()), limits());
        }

        private SourceFields fields() {
            return new SourceFields(host, port, database, user, signIn, tableOverrides);
        }

        private SourceLimits limits() {
            return new SourceLimits(concurrentStatements, timeoutSeconds, Set.copyOf(functions), runOnOpening);
        }
    }

    record CreatedSource(String id) implements Resource {}

    @PostMapping
    @Creates("/api/v1/projects/{project}/sources/{created}")
    @Audited("added a source")
    CreatedSource createSource(@Valid @RequestBody NewSource body) {
        edits.add(body.access(body.id()));
        return new CreatedSource(body.id());
    }

    record ConnectionTest(String version) {}

    /** Tests a source before saving; uses the stored password of an existing one. */
    @PostMapping("/test")
    ConnectionTest testConnection(@Valid @RequestBody NewSource body) {
        return new ConnectionTest(edits.test(body.access(body.id())));
    }

    /** Reaches a source another way from now on. */
    @PutMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Audited("changed a source")
    void updateSource(Project project, @PathVariable String id, @Valid @RequestBody NewSource body) {
        project.source(id);
        edits.change(body.access(id), Optional.ofNullable(body.seen()).map(NewSource::asSeen));
    }

    record NewName(String name) {
        NewName {
            name = NewSource.stripped(name);
        }
    }

    /** Gives a source another name; its queries follow. */
    @PatchMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void renameSource(Project project, @PathVariable String id, @Valid @RequestBody NewName body) {
        project.source(id);
        edits.rename(id, body.name());
    }

    /** An object of a project that uses a source. */
    record SourceUse(String projectId, String project, UsageBody use) {}

    /** The objects of all projects that use a source and would break without it. */
    @GetMapping("/{id}/uses")
    List<SourceUse> listSourceUses(Project project, @PathVariable String id) {
        project.source(id);
        return edits.users(id).stream()
                .map(user -> new SourceUse(user.project().id(), user.project().name(), UsageBody.total(user.use())))
                .toList();
    }

    /** Removes an unused source; it can be restored. */
    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Audited("removed a source")
    void removeSource(Project project, @PathVariable String id) {
        project.source(id);
        edits.remove(id);
    }
}
