package plainsieve.server.api.author;

import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.files.ProjectDifference;
import plainsieve.server.api.Noted;
import plainsieve.server.api.Route;
import plainsieve.server.authoring.ProjectTransfer;
import plainsieve.server.authoring.ZippedProject;
import plainsieve.server.people.Role;
import plainsieve.server.project.Project;

/** The project as files, packed as a ZIP: the same files that {@code ./sieve check} reads. */
@RestController
@RequestMapping("/api/projects/{project}/project.zip")
@Route(Role.AUTHOR)
class ProjectFilesApi {
    private static final String ZIP = "application/zip";

    private final ProjectTransfer transfer;

    ProjectFilesApi(ProjectTransfer transfer) {
        this.transfer = transfer;
    }

    @GetMapping(produces = ZIP)
    @ApiResponse(
            responseCode = "200",
            content = @Content(mediaType = ZIP, schema = @Schema(type = "string", format = "binary")))
    ResponseEntity<byte[]> out(Project project) {
        return ResponseEntity.ok()
                .header("Content-Disposition", "attachment; filename=\"" + project.id() + ".plain-sieve.zip\"")
                .body(transfer.out(project).zip());
    }

    @PutMapping(consumes = ZIP)
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Noted("brought in a project")
    void in(Project project, @RequestBody byte[] body) {
        transfer.in(project.id(), ZippedProject.read(body));
    }

    record Difference(List<ProjectDifference.Changed> changed) {}

    /** What would differ here if these files were brought in; nothing does. Refused as that would be. */
    @PostMapping(path = "/difference", consumes = ZIP)
    Difference difference(Project project, @RequestBody byte[] body) {
        return new Difference(transfer.difference(project.id(), ZippedProject.read(body)));
    }
}
