package plainsieve.server.api.operator;

import java.util.List;
import java.util.stream.Collectors;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.server.access.accounts.AuditLog;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.people.Role;
import plainsieve.server.records.access.AuditEntry;

/** The audit log. */
@RestController
@RequestMapping("/api/v1/audit-log")
@RequiredRole(Role.OPERATOR)
class AuditApi {
    private static final int MOST = 200;
    private static final int MOST_IN_FILE = 1_000_000;

    private final AuditLog auditLog;

    AuditApi(AuditLog auditLog) {
        this.auditLog = auditLog;
    }

    record AuditLogEntry(
            long id, String at, String person, String address, String action, String projectId, String object) {
        static AuditLogEntry of(AuditEntry row) {
            return new AuditLogEntry(
                    row.id(),
                    row.at().toString(),
                    row.person(),
                    row.address(),
                    row.action(),
                    row.projectId(),
                    row.object());
        }

        private String line() {
            return List.of(at, person, address, action, projectId, object).stream()
                    .map(AuditLogEntry::cell)
                    .collect(Collectors.joining(","));
        }

        /* Text that begins like a formula is evaluated by some spreadsheets. */
        private static String cell(String text) {
            String safe = text.matches("[=+\\-@\\t\\r].*") ? "'" + text : text;
            return '"' + safe.replace("\"", "\"\"") + '"';
        }
    }

    /** The newest first. */
    @GetMapping
    List<AuditLogEntry> listAuditEntries(
            @RequestParam(defaultValue = "9223372036854775807") long before,
            @RequestParam(defaultValue = "") String search) {
        return auditLog.latest(before, search.strip(), MOST).stream()
                .map(AuditLogEntry::of)
                .toList();
    }

    /** The same as CSV, all of it. */
    @GetMapping(path = "/file", produces = "text/csv")
    ResponseEntity<String> downloadAuditLog(@RequestParam(defaultValue = "") String search) {
        String lines = auditLog.latest(Long.MAX_VALUE, search.strip(), MOST_IN_FILE).stream()
                .map(row -> AuditLogEntry.of(row).line())
                .collect(Collectors.joining("\r\n"));
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"deeds.csv\"")
                .body("at,person,address,action,project,object\r\n" + lines + "\r\n");
    }
}
