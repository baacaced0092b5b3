package plainsieve.server.api.author;

import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import jakarta.servlet.http.HttpServletRequest;
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
import plainsieve.server.definitions.project.Project;
import plainsieve.server.editing.transfer.ProjectTransfer;
import plainsieve.server.editing.transfer.ProjectTransfer.MissingSources;
import plainsieve.server.editing.transfer.ZippedProject;
import plainsieve.server.http.context.AuditRecorder;
import plainsieve.server.http.context.CallerResolver;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.people.Role;

/** Project files, packed as a ZIP: the same files that {@code ./sieve check} reads. */
@RestController
@RequestMapping("/api/v1/projects/{project}/project.zip")
@RequiredRole(Role.AUTHOR)
class ProjectFilesApi {
    private static final String ZIP = "application/zip";

    private final ProjectTransfer transfer;
    private final CallerResolver callerResolver;
    private final AuditRecorder auditRecorder;

    ProjectFilesApi(ProjectTransfer transfer, CallerResolver callerResolver, AuditRecorder auditRecorder) {
        this.transfer = transfer;
        this.callerResolver = callerResolver;
        this.auditRecorder = auditRecorder;
    }

    @GetMapping(produces = ZIP)
    @ApiResponse(
            responseCode = "200",
            content = @Content(mediaType = ZIP, schema = @Schema(type = "string", format = "binary")))
    ResponseEntity<byte[]> exportProject(Project project) {
        return ResponseEntity.ok()
                .header("Content-Disposition", "attachment; filename=\"" + project.id() + ".plain-sieve.zip\"")
                .body(transfer.exportFiles(project).toZip());
    }

    /** Imports a project. Sources that the server does not have are added for an operator only, as on Sources. */
    @PutMapping(consumes = ZIP)
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void importProject(Project project, @RequestBody byte[] body, HttpServletRequest request) {
        List<String> added = transfer.importFiles(project.id(), ZippedProject.read(body), missing(project, request));
        auditRecorder.note(request, "imported a project", project.id(), project.id());
        added.forEach(source -> auditRecorder.note(request, "added a source by import", project.id(), source));
    }

    private MissingSources missing(Project project, HttpServletRequest request) {
        return callerResolver.roleIn(project.id(), request).mayActAs(Role.OPERATOR)
                ? MissingSources.ADD
                : MissingSources.LEAVE_OUT;
    }

    record ProjectDifferenceBody(List<ProjectDifference.ChangedObject> changed) {}

    /** The changes that an import of these files would make. Changes nothing, and is rejected like the import. */
    @PostMapping(path = "/difference", consumes = ZIP)
    ProjectDifferenceBody compareProjectFile(Project project, @RequestBody byte[] body, HttpServletRequest request) {
        return new ProjectDifferenceBody(
                transfer.difference(project.id(), ZippedProject.read(body), missing(project, request)));
    }
}
