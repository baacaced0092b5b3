package plainsieve.sources.files;

import java.util.List;

/**
 * Files that are one table.
 *
 * @param many whether it is made of any number of files, and so has the column {@code file}
 */
record FileTable(String name, List<FilePart> parts, boolean many) {
    FileTable {
        parts = List.copyOf(parts);
    }

    boolean isReadInPlace() {
        return parts.get(0).file().kind().isReadInPlace();
    }
}
