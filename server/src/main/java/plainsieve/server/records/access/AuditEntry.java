package plainsieve.server.records.access;

import java.time.Instant;

/**
 * One entry of the audit log.
 *
 * @param id grows with every entry; 0 before it is kept
 * @param person the name they had then; empty when no one was signed in
 * @param address where the request came from
 * @param action its kind, a few plain words
 * @param projectId empty when it is of no project
 */
public record AuditEntry(
        long id, Instant at, String person, String address, String action, String projectId, String object) {}
