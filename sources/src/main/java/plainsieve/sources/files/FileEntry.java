package plainsieve.sources.files;

import java.nio.file.Path;
import java.time.Instant;

/**
 * A file with its size and time of change. Identified by name, size and time of change.
 *
 * @param name its path below the folder of the source, with {@code /}
 * @param listed whether it is named as a part of the table that its folder is
 */
record FileEntry(Path path, String name, FileKind kind, long bytes, Instant changed, boolean listed) {
    /** Its folder relative to that of the source; empty for the root. */
    String folder() {
        return name.substring(0, Math.max(0, name.lastIndexOf('/')));
    }

    String fileName() {
        return name.substring(name.lastIndexOf('/') + 1);
    }

    /** Its name without its end. */
    String stem() {
        return fileName().substring(0, fileName().lastIndexOf('.'));
    }
}
