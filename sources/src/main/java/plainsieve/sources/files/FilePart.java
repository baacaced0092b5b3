package plainsieve.sources.files;

import java.util.Optional;
import plainsieve.sources.TableOverrides;

/**
 * A part of a file that is a table: the whole file, or a range of a workbook.
 *
 * @param called the file's name in the column {@code file}; empty without that column
 * @param columnTypes declared types of the table
 */
record FilePart(FileEntry file, Optional<WorkbookArea> area, Optional<String> called, TableOverrides columnTypes) {}
