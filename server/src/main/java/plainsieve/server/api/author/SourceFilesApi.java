package plainsieve.server.api.author;

import io.swagger.v3.oas.annotations.Parameter;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.parameters.RequestBody;
import java.io.InputStream;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.people.Role;
import plainsieve.server.sources.Uploads;

/** Takes files into the folders of sources. */
@RestController
@RequestMapping("/api/v1/projects/{project}/sources")
@RequiredRole(Role.AUTHOR)
class SourceFilesApi {
    private final Uploads uploads;

    SourceFilesApi(Uploads uploads) {
        this.uploads = uploads;
    }

    /** Uploads a file into the folder of a source. @param replace whether it may overwrite a file */
    @PutMapping(value = "/{id}/files", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @RequestBody(
            required = true,
            content =
                    @Content(
                            mediaType = MediaType.APPLICATION_OCTET_STREAM_VALUE,
                            schema = @Schema(type = "string", format = "binary")))
    void uploadFile(
            Project project,
            @PathVariable String id,
            @RequestParam String name,
            @RequestParam(defaultValue = "false") boolean replace,
            @Parameter(hidden = true) InputStream body) {
        project.source(id);
        uploads.put(id, name, replace, body);
    }
}
