package plainsieve.server.records.access;

import plainsieve.server.people.Role;

/**
 * What someone may do.
 *
 * @param holder the id of a person or of a group
 * @param projectId empty for all projects
 * @param role its word
 */
public record RoleRow(String holder, String projectId, Role role) {}
