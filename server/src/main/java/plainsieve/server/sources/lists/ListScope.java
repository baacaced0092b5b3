package plainsieve.server.sources.lists;

import plainsieve.server.definitions.project.Project;
import plainsieve.server.people.Caller;

/** The project and caller for which a list is queried. */
public record ListScope(Project project, Caller caller) {}
