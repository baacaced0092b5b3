package plainsieve.server.editing.transfer;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.files.CompanionFiles;
import plainsieve.files.ProjectFolder;
import plainsieve.files.ProjectYaml;

/** A project as files, packed as a ZIP. */
public final class ZippedProject {
    private static final int MOST_FILES = 5000;
    private static final long MOST_BYTES = 64L << 20;

    private ZippedProject() {}

    /** Throws {@link ProblemException} when it is none, or larger than any. */
    public static ProjectFolder read(byte[] zip) {
        Map<String, String> files = unpacked(zip);
        String yaml = files.remove(ProjectFolder.NAME);
        if (yaml == null) {
            throw refused("There is no " + ProjectFolder.NAME + " in the file.");
        }
        CompanionFiles beside = CompanionFiles.read(files);
        CompanionFiles.NAMES.forEach(files::remove);
        ProjectFolder folder = new ProjectFolder(ProjectYaml.read(yaml, ProjectFolder.NAME), files, beside);
        folder.file().queries().forEach(query -> {
            if (!files.containsKey(query.file())
                    || (!query.draftFile().isEmpty() && !files.containsKey(query.draftFile()))) {
                throw refused("The text of query “%s” is not in the file.".formatted(query.id()));
            }
        });
        return folder;
    }

    private static Map<String, String> unpacked(byte[] body) {
        Map<String, String> files = new HashMap<>();
        long bytes = 0;
        try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(body))) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                byte[] content = zip.readNBytes((int) (MOST_BYTES - bytes + 1));
                bytes += content.length;
                if (bytes > MOST_BYTES || files.size() > MOST_FILES) {
                    throw refused("The file is too large.");
                }
                if (!entry.isDirectory()) {
                    files.put(entry.getName(), new String(content, StandardCharsets.UTF_8));
                }
            }
        } catch (IOException e) {
            throw refused("The file is not a valid ZIP archive.");
        }
        return files;
    }

    private static ProblemException refused(String message) {
        return new ProblemException(
                Problem.of(ProblemKind.INVALID_FILE, message, "Choose a ZIP file exported by Plain Sieve."));
    }
}
