package plainsieve.sources.files;

import java.util.List;

/**
 * The files of one table.
 *
 * @param many whether the number of files varies, and the table has the column {@code file}
 */
record FileTable(String name, List<FilePart> parts, boolean many) {
    FileTable {
        parts = List.copyOf(parts);
    }

    boolean isReadInPlace() {
        return parts.get(0).file().kind().isReadInPlace();
    }
}
