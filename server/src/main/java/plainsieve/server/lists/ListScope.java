package plainsieve.server.lists;

import plainsieve.server.people.Caller;
import plainsieve.server.project.Project;

/** Whom a list is asked for: the project in one state, and who asks. */
public record ListScope(Project project, Caller asker) {}
