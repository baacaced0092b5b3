package plainsieve.server.editing.folder;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.FileVisitOption;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.files.ProjectFolder;
import plainsieve.files.ProjectYaml;

/**
 * The served folder: a single project ({@code project.yaml} in it), or a folder per project, and optionally
 * {@code people.yaml} beside them.
 */
final class ServedFiles {
    /** The ID of a single project, which is also the initial one of a new server. */
    private static final String ONLY = "home";

    private static final String PEOPLE = "people.yaml";
    private static final int MOST_FILES = 20_000;

    private final Path folder;

    ServedFiles(Path folder) {
        this.folder = folder;
    }

    /**
     * The content of the folder.
     *
     * @param projects by ID
     */
    record Content(Map<String, ProjectFolder> projects, ServedPeople people) {}

    /**
     * A fingerprint of the files' state without reading them: names, sizes and modification times. Links
     * are followed, since deliveries often switch a link.
     */
    String look() {
        try (Stream<Path> files = Files.walk(folder, FileVisitOption.FOLLOW_LINKS)) {
            return files.filter(file -> !folder.relativize(file).toString().startsWith(".git"))
                    .limit(MOST_FILES)
                    .sorted()
                    .map(this::describe)
                    .reduce("", String::concat);
        } catch (IOException | UncheckedIOException e) {
            return "away: " + e.getMessage();
        }
    }

    private String describe(Path file) {
        try {
            return Files.isDirectory(file)
                    ? ""
                    : "%s %d %s\n".formatted(file, Files.size(file), Files.getLastModifiedTime(file));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Throws {@link ProblemException} naming the file that is missing or cannot be read. */
    Content read() {
        Map<String, ProjectFolder> projects = new LinkedHashMap<>();
        if (Files.exists(folder.resolve(ProjectFolder.NAME))) {
            projects.put(ONLY, ProjectFolder.read(folder));
        } else {
            folders().forEach(each -> projects.put(each.getFileName().toString(), readFolder(each)));
        }
        if (projects.isEmpty()) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_FILE,
                    "The served folder has no project.",
                    "Add %s to it, or to one subfolder per project.".formatted(ProjectFolder.NAME)));
        }
        return new Content(projects, people());
    }

    private List<Path> folders() {
        try (Stream<Path> inside = Files.list(folder)) {
            return new ArrayList<>(inside.filter(each -> Files.exists(each.resolve(ProjectFolder.NAME)))
                    .sorted()
                    .toList());
        } catch (IOException e) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_FILE, "The served folder cannot be read.", "Check plainsieve.project."));
        }
    }

    private static ProjectFolder readFolder(Path folder) {
        String id = folder.getFileName().toString();
        if (!id.matches("[a-z0-9][a-z0-9-]{0,80}")) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_NAME,
                    "Invalid project ID “%s”.".formatted(id),
                    "Name its folder with small letters, digits and hyphens."));
        }
        try {
            return ProjectFolder.read(folder);
        } catch (ProblemException e) {
            throw e.shiftedInto(id);
        }
    }

    private ServedPeople people() {
        Path file = folder.resolve(PEOPLE);
        if (!Files.exists(file)) {
            return ServedPeople.EVERYONE;
        }
        return ProjectYaml.readBeside(ServedPeople.class, ProjectFolder.read(file, PEOPLE), PEOPLE);
    }
}
