package plainsieve.server.http.context;

import jakarta.servlet.http.HttpServletRequest;
import org.springframework.stereotype.Component;
import plainsieve.server.access.accounts.AuditLog;

/** Records audited requests in the audit log. */
@Component
public class AuditRecorder {
    private final AuditLog auditLog;
    private final CallerResolver callerResolver;

    AuditRecorder(AuditLog auditLog, CallerResolver callerResolver) {
        this.auditLog = auditLog;
        this.callerResolver = callerResolver;
    }

    /**
     * @param what the action, a few words
     * @param projectId empty outside projects
     */
    public void note(HttpServletRequest request, String what, String projectId, String about) {
        noteOf(callerResolver.nameNow(), request, what, projectId, about);
    }

    /** An action without an authenticated user. @param person their name; empty if unknown */
    public void noteOf(String person, HttpServletRequest request, String what, String projectId, String about) {
        auditLog.add(new AuditLog.Actor(person, request.getRemoteAddr()), what, projectId, about);
    }
}
