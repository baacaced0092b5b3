package plainsieve.server.api.author;

import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.files.ProjectDifference;
import plainsieve.files.ProjectFolder;
import plainsieve.files.ProjectYaml;
import plainsieve.server.api.Noted;
import plainsieve.server.api.Route;
import plainsieve.server.authoring.ProjectTransfer;
import plainsieve.server.people.Role;
import plainsieve.server.project.Project;

/** The project as files, packed as a ZIP: the same files that {@code ./sieve check} reads. */
@RestController
@RequestMapping("/api/projects/{project}/project.zip")
@Route(Role.AUTHOR)
class ProjectFilesApi {
    private static final String ZIP = "application/zip";
    private static final int MOST_FILES = 5000;
    private static final long MOST_BYTES = 64L << 20;

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
    void in(Project project, @RequestBody byte[] body) throws IOException {
        transfer.in(project.id(), folder(body));
    }

    record Difference(List<ProjectDifference.Changed> changed) {}

    /** What would differ here if these files were brought in; nothing does. Refused as that would be. */
    @PostMapping(path = "/difference", consumes = ZIP)
    Difference difference(Project project, @RequestBody byte[] body) throws IOException {
        return new Difference(transfer.difference(project.id(), folder(body)));
    }

    private static ProjectFolder folder(byte[] body) throws IOException {
        Map<String, String> files = unpack(body);
        String yaml = files.remove(ProjectFolder.NAME);
        if (yaml == null) {
            throw refused("There is no " + ProjectFolder.NAME + " in the file.");
        }
        ProjectFolder folder = new ProjectFolder(ProjectYaml.read(yaml, ProjectFolder.NAME), files);
        folder.file().queries().forEach(query -> {
            if (!files.containsKey(query.file())
                    || (!query.draftFile().isEmpty() && !files.containsKey(query.draftFile()))) {
                throw refused("The text of query “%s” is not in the file.".formatted(query.id()));
            }
        });
        return folder;
    }

    private static Map<String, String> unpack(byte[] body) throws IOException {
        Map<String, String> files = new HashMap<>();
        long bytes = 0;
        try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(body))) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                byte[] content = zip.readNBytes((int) (MOST_BYTES - bytes + 1));
                bytes += content.length;
                if (bytes > MOST_BYTES || files.size() > MOST_FILES) {
                    throw refused("The file is larger than any project.");
                }
                if (!entry.isDirectory()) {
                    files.put(entry.getName(), new String(content, StandardCharsets.UTF_8));
                }
            }
        }
        return files;
    }

    private static ProblemException refused(String message) {
        return new ProblemException(
                Problem.of("bad-project-file", message, "Choose a ZIP file that Plain Sieve has written."));
    }
}
