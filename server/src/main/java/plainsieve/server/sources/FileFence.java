package plainsieve.server.sources;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.List;
import org.springframework.stereotype.Component;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.server.definitions.model.CopiesSource;
import plainsieve.server.records.DataFolder;
import plainsieve.server.runtime.settings.Settings;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceSettings;

/**
 * Which local files may be sources: those in folders that the operator permits, after resolving all links, and
 * never the server's own records and keys. A relative name is resolved in the first folder.
 */
@Component
public class FileFence {
    private final List<Path> folders;
    private final DataFolder own;

    FileFence(Settings settings, DataFolder own) throws IOException {
        this.folders = settings.foldersOfFiles().stream()
                .map(folder -> folder.toAbsolutePath().normalize())
                .toList();
        this.own = own;
        if (settings.fileFolders().isEmpty()) {
            Files.createDirectories(folders.get(0));
        }
    }

    /**
     * The same source with the resolved absolute path of its file: the checked file is the opened one.
     *
     * @throws ProblemException if the file must not be read
     */
    public SourceAccess inside(SourceAccess access) {
        return access.settings() instanceof SourceSettings.InFile file
                ? access.at(file.resolvedAgainst(allowed(file.file()).toString()))
                : access;
    }

    private Path allowed(String written) {
        Path file = followed(path(written));
        if (folders.stream().map(FileFence::followed).noneMatch(file::startsWith)) {
            throw forbidden("“%s” is outside the folders that this server may read.".formatted(written));
        }
        if (own.has(file)) {
            throw forbidden("“%s” belongs to the server itself.".formatted(written));
        }
        return file;
    }

    private Path path(String written) {
        try {
            return folders.get(0).resolve(written).normalize();
        } catch (InvalidPathException e) {
            throw forbidden("“%s” is not a valid path.".formatted(written));
        }
    }

    /* A missing file is resolved from the nearest existing folder. */
    private static Path followed(Path path) {
        Path there = path;
        while (!Files.exists(there, LinkOption.NOFOLLOW_LINKS)) {
            there = there.getParent();
        }
        try {
            return there.toRealPath().resolve(there.relativize(path));
        } catch (IOException e) {
            throw forbidden("“%s” does not exist.".formatted(there.getFileName()));
        }
    }

    /** Whether a file is in the folder of a project's stored copies, after resolving links. */
    boolean isOfStoredCopies(Path file) {
        Path files = followed(folders.get(0));
        Path followed = followed(file);
        return followed.startsWith(files)
                && followed.getNameCount() > files.getNameCount()
                && CopiesSource.isFolderName(
                        files.relativize(followed).getName(0).toString());
    }

    /* Readers may be reported this, too: no folder of the machine is named. */
    private static ProblemException forbidden(String message) {
        return new ProblemException(Problem.of(
                ProblemKind.INVALID_SOURCE,
                message,
                "Move the file to the server's file folder, or add its folder to plainsieve.file-folders."));
    }
}
