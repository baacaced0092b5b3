package plainsieve.files;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;

/**
 * A project in a folder: {@code project.yaml}, one SQL file per query, and companion files.
 *
 * @param texts SQL by path as in the YAML, verbatim
 * @param closed whether {@code project.yaml} ends with its end marker, which proves that it is complete
 */
public record ProjectFolder(ProjectFile file, Map<String, String> texts, CompanionFiles beside, boolean closed) {
    public static final String NAME = "project.yaml";

    /** The largest file of a project, in bytes. A project of 5,000 reports is smaller. */
    public static final long MAX_FILE_BYTES = 8L << 20;

    public ProjectFolder {
        texts = Map.copyOf(texts);
    }

    /** A project with nothing next to it. */
    public ProjectFolder(ProjectFile file, Map<String, String> texts) {
        this(file, texts, CompanionFiles.NONE);
    }

    /** A project that was not read from a file. */
    public ProjectFolder(ProjectFile file, Map<String, String> texts, CompanionFiles beside) {
        this(file, texts, beside, true);
    }

    /** Reads a folder. Throws {@link ProblemException} naming the file that is missing or cannot be read. */
    public static ProjectFolder read(Path folder) {
        String yaml = text(folder, NAME);
        if (yaml.isBlank()) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_FILE,
                    "%s is empty.".formatted(NAME),
                    "Copy the whole file; it may be incomplete."));
        }
        ProjectFile file = ProjectYaml.read(yaml, NAME);
        Map<String, String> texts = new HashMap<>();
        for (ProjectFile.QueryEntry query : file.queries()) {
            texts.put(query.file(), text(folder, query.file()));
            if (!query.draftFile().isEmpty()) {
                texts.put(query.draftFile(), text(folder, query.draftFile()));
            }
        }
        Map<String, String> beside = new HashMap<>();
        CompanionFiles.NAMES.stream()
                .filter(name -> Files.exists(folder.resolve(name)))
                .forEach(name -> beside.put(name, text(folder, name)));
        return new ProjectFolder(file, texts, CompanionFiles.read(beside), ProjectYaml.isClosed(yaml));
    }

    private static String text(Path folder, String name) {
        Path path = folder.resolve(name).normalize();
        if (name.isEmpty() || !path.startsWith(folder.normalize())) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_FILE,
                    "“%s” is not a file inside the project.".formatted(name),
                    "Write a path such as queries/late.sql."));
        }
        requireInside(folder, path, name);
        return read(path, name);
    }

    /* A link may lead to another file in the folder, as where a release is switched by a link, but not outside. */
    private static void requireInside(Path folder, Path path, String name) {
        try {
            if (Files.exists(path) && !path.toRealPath().startsWith(folder.toRealPath())) {
                throw new ProblemException(Problem.of(
                        ProblemKind.INVALID_FILE,
                        "“%s” is a symbolic link to a file outside the project.".formatted(name),
                        "Put the file itself into the project's folder."));
            }
        } catch (IOException e) {
            throw new UncheckedIOException(name + " cannot be read", e);
        }
    }

    /** A file's text. A byte order mark is a matter of the encoding and is left aside only when it is read, not written. */
    public static String read(Path path, String name) {
        try {
            if (Files.size(path) > MAX_FILE_BYTES) {
                throw new ProblemException(Problem.of(
                        ProblemKind.LIMIT_EXCEEDED,
                        "%s has more than %,d bytes.".formatted(name, MAX_FILE_BYTES),
                        "Split the project into several."));
            }
            return StandardCharsets.UTF_8
                    .newDecoder()
                    .decode(java.nio.ByteBuffer.wrap(Files.readAllBytes(path)))
                    .toString();
        } catch (NoSuchFileException e) {
            throw new ProblemException(Problem.of(
                    ProblemKind.FILE_NOT_FOUND,
                    "File not found: %s.".formatted(name),
                    "Check the name and the folder."));
        } catch (CharacterCodingException e) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_FILE, "%s is not UTF-8.".formatted(name), "Save it with that encoding."));
        } catch (IOException e) {
            throw new UncheckedIOException(name + " cannot be read", e);
        }
    }

    /** The published state, without drafts. */
    public ProjectFolder published() {
        ProjectFile given = file.published();
        Map<String, String> sent = new HashMap<>();
        given.queries().forEach(query -> sent.put(query.file(), texts.get(query.file())));
        return new ProjectFolder(given, sent, beside, closed);
    }

    /** The folder as a ZIP file. */
    public byte[] toZip() {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
            put(zip, NAME, ProjectYaml.write(file));
            for (Map.Entry<String, String> one : beside.written().entrySet()) {
                put(zip, one.getKey(), one.getValue());
            }
            for (Map.Entry<String, String> text : texts.entrySet()) {
                put(zip, text.getKey(), text.getValue());
            }
        } catch (IOException e) {
            throw new UncheckedIOException("Memory can always be written", e);
        }
        return bytes.toByteArray();
    }

    private static void put(ZipOutputStream zip, String name, String text) throws IOException {
        zip.putNextEntry(new ZipEntry(name));
        zip.write(text.getBytes(StandardCharsets.UTF_8));
        zip.closeEntry();
    }

    /** Writes the folder, the SQL byte for byte. */
    public void write(Path folder) {
        try {
            for (Map.Entry<String, String> text : texts.entrySet()) {
                Path path = folder.resolve(text.getKey());
                Files.createDirectories(path.getParent());
                Files.writeString(path, text.getValue());
            }
            Files.createDirectories(folder);
            Files.writeString(folder.resolve(NAME), ProjectYaml.write(file));
            for (Map.Entry<String, String> one : beside.written().entrySet()) {
                Files.writeString(folder.resolve(one.getKey()), one.getValue());
            }
        } catch (IOException e) {
            throw new UncheckedIOException(folder + " cannot be written", e);
        }
    }
}
