package plainsieve.server.records.access;

import java.time.Instant;

/**
 * One entry of the audit log.
 *
 * @param id increases with every entry; 0 before it is stored
 * @param person the name at that time; empty for anonymous callers
 * @param address IP address of the request
 * @param action a few words
 * @param projectId empty outside projects
 */
public record AuditEntry(
        long id, Instant at, String person, String address, String action, String projectId, String object) {}
