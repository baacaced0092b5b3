package plainsieve.server.lists;

import plainsieve.server.people.Caller;
import plainsieve.server.project.Project;

/** The project and caller for which a list is queried. */
public record ListScope(Project project, Caller caller) {}
