package plainsieve.server.records.access;

import plainsieve.server.people.Role;

/**
 * An API key of a user.
 *
 * @param projectId empty for every project of the user
 * @param role the maximum role
 * @param grantedRoles the roles that its owner had when it was created: {@code project=role}, with {@code *} for all projects
 * @param grantedGroups the IDs of the groups that its owner was in then
 * @param endsAt expiry, ISO 8601
 * @param usedAt last use; empty if never
 */
public record ApiKeyRow(
        String id,
        String digest,
        String personId,
        String name,
        String projectId,
        Role role,
        String grantedRoles,
        String grantedGroups,
        String endsAt,
        String usedAt) {}
