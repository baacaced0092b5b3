package plainsieve.server.records.access;

import plainsieve.server.people.Role;

/**
 * A role assignment.
 *
 * @param holder the ID of a user or of a group
 * @param projectId empty for all projects
 * @param role the role
 */
public record RoleRow(String holder, String projectId, Role role) {}
