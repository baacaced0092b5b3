package plainsieve.server.records.access;

import plainsieve.server.people.Role;

/**
 * The key of a program, which asks for a person.
 *
 * @param projectId empty for every project of the person
 * @param role the maximum role
 * @param grantedRoles the roles that its owner had when it was created: {@code project=role}, with {@code *} for all projects
 * @param grantedGroups the IDs of the groups that its owner was in then
 * @param endsAt when it ends, as ISO 8601
 * @param usedAt when it was last used; empty when it never was
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
