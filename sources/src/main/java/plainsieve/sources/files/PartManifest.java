package plainsieve.sources.files;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * The manifest of the files of a table, {@link #NAME} in its folder. One line per file: its name, a tab, and its metadata; lines
 * that begin with {@code #} apply to the table.
 */
public final class PartManifest {
    public static final String NAME = "_parts";

    private PartManifest() {}

    /** Whether a folder is such a table. */
    static boolean areIn(Path folder) {
        return Files.isRegularFile(folder.resolve(NAME));
    }

    static Set<String> of(Path folder) throws IOException {
        return Files.readAllLines(folder.resolve(NAME)).stream()
                .filter(line -> !line.isBlank() && !line.startsWith("#"))
                .map(line -> line.split("\t", 2)[0])
                .collect(Collectors.toUnmodifiableSet());
    }
}
