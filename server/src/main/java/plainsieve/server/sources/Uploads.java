package plainsieve.server.sources;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.UUID;
import org.springframework.stereotype.Service;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceSettings;
import plainsieve.sources.files.FileKind;

/** Puts files into the folder of a source, each whole or not at all. */
@Service
public class Uploads {
    private static final String CALLED = "[^./\\\\~_][^/\\\\]{0,120}";

    private final KeptSources kept;
    private final FileFence fence;
    private final SourceFacts facts;

    Uploads(KeptSources kept, FileFence fence, SourceFacts facts) {
        this.facts = facts;
        this.kept = kept;
        this.fence = fence;
    }

    /**
     * @param name in the folder of the source, perhaps in a folder in it: {@code weather/2026_07.csv}
     * @param replaces whether it may take the place of one that is there
     * @throws ProblemException when it is no file that could be a table, or one is there already
     * @throws NoRoom when the disk takes no more
     * @throws IOException when what is sent breaks off
     */
    public void put(String sourceId, String name, boolean replaces, InputStream content) throws IOException {
        Path target = target(sourceId, name);
        if (Files.exists(target) && !replaces) {
            throw new ProblemException(Problem.of(
                    "file-there",
                    "There is already a file “%s”.".formatted(name),
                    "Replace it, or give it another name."));
        }
        Path draft = target.resolveSibling("." + UUID.randomUUID() + ".part");
        try {
            Files.createDirectories(target.getParent());
            Files.copy(content, draft);
            Files.move(draft, target, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
            facts.forget(sourceId);
        } catch (IOException e) {
            if (String.valueOf(e.getMessage()).contains("No space left")) {
                throw new NoRoom(e);
            }
            throw e;
        } finally {
            Files.deleteIfExists(draft);
        }
    }

    private Path target(String sourceId, String name) {
        SourceAccess access = fence.inside(kept.access(kept.row(sourceId)));
        if (!(access.settings() instanceof SourceSettings.Folder folder)) {
            throw refused("“%s” is no folder of files.".formatted(sourceId));
        }
        if (!name.matches(CALLED + "(/" + CALLED + "){0,3}")
                || FileKind.of(name).isEmpty()) {
            throw refused("“%s” is not the name of a table of values, a workbook, JSON or Parquet.".formatted(name));
        }
        Path root = Path.of(folder.file());
        try {
            Path target = root.resolve(name).normalize();
            requireWithin(root, target);
            return target;
        } catch (InvalidPathException | IOException e) {
            throw refused("“%s” is no name of a file here.".formatted(name));
        }
    }

    /* A link on the way would lead elsewhere. */
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

    private static ProblemException refused(String message) {
        return new ProblemException(Problem.of(
                "bad-file", message, "Its name ends in .csv, .tsv, .json, .jsonl, .ndjson, .parquet or .xlsx."));
    }
}
