package plainsieve.server.jobs.deliveries;

import java.util.HashSet;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.Executor;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import plainsieve.server.access.accounts.AuditLog;
import plainsieve.server.access.accounts.Permissions;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.definitions.project.Projects;
import plainsieve.server.runtime.execution.ServerExecutors;
import plainsieve.server.sources.RejectedCredentials;

/**
 * Tells operators, and authors of the projects that use it, once by email that a source rejects the user or the password, and
 * writes it into the audit log.
 */
@Component
class RejectedSourceNotice {
    private static final Logger LOG = LoggerFactory.getLogger(RejectedSourceNotice.class);
    private static final AuditLog.Actor SERVER = new AuditLog.Actor("Plain Sieve", "");

    private final FailureNotifier telling;
    private final Permissions permissions;
    private final Projects projects;
    private final AuditLog auditLog;
    private final Executor lookups;

    RejectedSourceNotice(
            FailureNotifier telling,
            Permissions permissions,
            Projects projects,
            AuditLog auditLog,
            ServerExecutors executors) {
        this.lookups = executors.lookups();
        this.telling = telling;
        this.permissions = permissions;
        this.projects = projects;
        this.auditLog = auditLog;
    }

    /* The statement that met it does not wait for emails. */
    @EventListener
    void on(RejectedCredentials rejected) {
        CompletableFuture.runAsync(() -> notifyAuthors(rejected.sourceId()), lookups)
                .exceptionally(failure -> {
                    LOG.warn(
                            "Could not notify anyone that {} rejects the user: {}",
                            rejected.sourceId(),
                            failure.getMessage());
                    return null;
                });
    }

    private void notifyAuthors(String sourceId) {
        auditLog.add(
                SERVER, "stopped asking a source", "", "“%s” rejects the user or the password".formatted(sourceId));
        Set<String> people = new HashSet<>(permissions.operators());
        projects.all().stream()
                .filter(project -> !project.usesOfSource(sourceId).isEmpty())
                .map(Project::id)
                .forEach(id -> people.addAll(permissions.authorsOf(id)));
        telling.send(
                telling.addresses(people),
                "The source “%s” rejects the user or the password".formatted(sourceId),
                "It is not used until it is saved again, so that its database account is not locked. Correct the user or the password under Sources.",
                "/sources");
    }
}
