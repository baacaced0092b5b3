package plainsieve.server.body;

import plainsieve.files.forms.Resource;
import plainsieve.server.definitions.project.Project;

/** A project on the wire. @param id is in addresses */
public record ProjectBody(String id, String name) implements Resource {
    public static ProjectBody of(Project project) {
        return new ProjectBody(project.id(), project.name());
    }
}
