package plainsieve.server.api.operator;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Size;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.PatchMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.files.forms.Absent;
import plainsieve.server.body.ProjectBody;
import plainsieve.server.body.RequestLimits;
import plainsieve.server.definitions.edits.ProjectEdits;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.http.Creates;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.jobs.copies.CopyEdits;
import plainsieve.server.people.Role;

/** Manages projects. */
@RestController
@RequestMapping("/api/v1/projects")
@RequiredRole(Role.OPERATOR)
class ProjectEditsApi {
    private final ProjectEdits edits;
    private final CopyEdits copies;

    ProjectEditsApi(ProjectEdits edits, CopyEdits copies) {
        this.edits = edits;
        this.copies = copies;
    }

    record ProjectName(
            @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
            String name) {
        ProjectName {
            name = Absent.orEmpty(name);
        }
    }

    /** An empty project. */
    @PostMapping
    @Creates("/api/v1/projects/{created}")
    ProjectBody createProject(@Valid @RequestBody ProjectName body) {
        return ProjectBody.of(edits.add(body.name()));
    }

    /** Renames a project; its links keep working. */
    @PatchMapping("/{project}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void renameProject(Project project, @Valid @RequestBody ProjectName body) {
        edits.rename(project, body.name());
    }

    /** Removes a project with nothing in it. */
    @DeleteMapping("/{project}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void removeProject(Project project) {
        edits.remove(project);
        copies.removeProject(project);
    }
}
