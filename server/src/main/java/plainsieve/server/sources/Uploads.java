package plainsieve.server.sources;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Arrays;
import java.util.UUID;
import org.springframework.stereotype.Service;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceSettings;
import plainsieve.sources.files.FileKind;

/** Stores uploaded files atomically in the folder of a source. */
@Service
public class Uploads {
    private static final String CALLED = "[^./\\\\~_][^/\\\\]{0,120}";

    /** In bytes, the limit of file systems. */
    private static final int LONGEST_NAME = 255;

    private final SourceDefinitions kept;
    private final FileFence fence;
    private final SourceFacts facts;

    Uploads(SourceDefinitions kept, FileFence fence, SourceFacts facts) {
        this.facts = facts;
        this.kept = kept;
        this.fence = fence;
    }

    /**
     * @param name in the folder of the source, optionally with a subfolder: {@code weather/2026_07.csv}
     * @param replaces whether it may overwrite a file
     * @throws ProblemException if it cannot be a table, or exists already
     * @throws DiskFullException if the disk is full
     */
    public void put(String sourceId, String name, boolean replaces, InputStream content) {
        Path target = target(sourceId, name);
        if (!replaces) {
            requireFree(target, name);
        }
        try {
            receive(content, target, new UploadTarget(name, replaces));
        } catch (IOException e) {
            throw failure(e, name);
        }
        facts.forget(sourceId);
    }

    private record UploadTarget(String name, boolean replaces) {}

    private void receive(InputStream content, Path target, UploadTarget wanted) throws IOException {
        Path draft = target.resolveSibling("." + UUID.randomUUID() + ".part");
        try {
            Files.createDirectories(target.getParent());
            Files.copy(content, draft);
            // Another file of the name may have arrived meanwhile.
            synchronized (this) {
                if (!wanted.replaces()) {
                    requireFree(target, wanted.name());
                }
                Files.move(draft, target, StandardCopyOption.ATOMIC_MOVE);
            }
        } finally {
            Files.deleteIfExists(draft);
        }
    }

    private static void requireFree(Path target, String name) {
        if (Files.exists(target)) {
            throw new ProblemException(Problem.of(
                    ProblemKind.FILE_EXISTS,
                    "File “%s” already exists.".formatted(name),
                    "Replace it, or give it another name."));
        }
    }

    private static RuntimeException failure(IOException e, String name) {
        if (String.valueOf(e.getMessage()).contains("No space left")) {
            return new DiskFullException(e);
        }
        return e instanceof FileSystemException
                ? new ProblemException(Problem.of(
                        ProblemKind.INVALID_FILE,
                        "The server has no permission to write “%s” to this folder.".formatted(name),
                        "Ask the operator for the permission, or copy the file there directly."))
                : new ProblemException(Problem.of(
                        ProblemKind.INVALID_FILE,
                        "The upload of “%s” was incomplete. Nothing was changed.".formatted(name),
                        "Send it again."));
    }

    private Path target(String sourceId, String name) {
        SourceAccess access = fence.inside(kept.access(kept.row(sourceId)));
        if (!(access.settings() instanceof SourceSettings.Folder folder)) {
            throw invalid("“%s” is not a folder of files.".formatted(sourceId));
        }
        if (!name.matches(CALLED + "(/" + CALLED + "){0,3}")
                || isTooLong(name)
                || FileKind.of(name).isEmpty()) {
            throw invalid("“%s” is not a CSV, workbook, JSON or Parquet file.".formatted(name));
        }
        Path root = Path.of(folder.file());
        try {
            Path target = root.resolve(name).normalize();
            requireWithin(root, target);
            if (fence.isOfStoredCopies(target)) {
                throw invalid(
                        "“%s” is in the folder of stored copies, which is reserved for the server.".formatted(name));
            }
            return target;
        } catch (InvalidPathException | IOException e) {
            throw invalid("Invalid file name “%s”.".formatted(name));
        }
    }

    private static boolean isTooLong(String name) {
        return Arrays.stream(name.split("/"))
                .anyMatch(part -> part.getBytes(StandardCharsets.UTF_8).length > LONGEST_NAME);
    }

    /* A link in the path would lead elsewhere. */
    private static void requireWithin(Path root, Path target) throws IOException {
        Path there = Files.isSymbolicLink(target) ? target : target.getParent();
        while (!Files.exists(there)) {
            there = there.getParent();
        }
        boolean leads = Files.exists(root) && !there.toRealPath().startsWith(root.toRealPath());
        if (leads || !target.startsWith(root)) {
            throw new FileAlreadyExistsException(target.toString());
        }
    }

    private static ProblemException invalid(String message) {
        return new ProblemException(Problem.of(
                ProblemKind.INVALID_FILE,
                message,
                "Its name ends in .csv, .tsv, .json, .jsonl, .ndjson, .parquet or .xlsx."));
    }
}
