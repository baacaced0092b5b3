package plainsieve.server.definitions.edits;

import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.server.definitions.model.StillUsedException;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.definitions.project.Projects;
import plainsieve.server.records.definitions.ProjectRecords;

/** Adds, renames and removes projects. */
@Service
public class ProjectEdits {
    private final ProjectRecords records;
    private final Projects projects;

    ProjectEdits(ProjectRecords records, Projects projects) {
        this.records = records;
        this.projects = projects;
    }

    /** Creates an empty project with an ID derived from its name. */
    public Project add(String name) {
        String called = Ids.name("A project", name);
        List<String> taken = projects.all().stream().map(Project::id).toList();
        String id = Ids.of(called, "project", taken::contains);
        records.add(id, called);
        return projects.get(id);
    }

    /** Renames a project. Its ID, used in links, stays. */
    public void rename(Project project, String name) {
        records.rename(project.id(), Ids.name("The project", name));
    }

    /** Removes an empty project. Throws {@link StillUsedException} if it is not empty, and rejects the last one. */
    @Transactional
    public void remove(Project project) {
        List<String> users = project.queries().stream()
                .map(query -> "the query “%s” in it".formatted(query.name()))
                .toList();
        if (!users.isEmpty() || !project.parameters().isEmpty()) {
            throw new StillUsedException(
                    "“" + project.name() + "”", users.isEmpty() ? List.of("parameters in it") : users);
        }
        if (projects.all().size() == 1) {
            throw new ProblemException(Problem.of(
                    ProblemKind.STILL_NEEDED,
                    "“%s” is the only project.".formatted(project.name()),
                    "Add another one first."));
        }
        records.remove(project.id());
    }
}
