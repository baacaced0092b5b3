package plainsieve.sources.files;

import java.util.Optional;
import plainsieve.sources.TableOverrides;

/**
 * A part of a file that is read as one table: the whole file, or a range of a workbook.
 *
 * @param called the file's name as the column {@code file} has it; nothing where there is no such column
 * @param columnTypes what an author has said of the table
 */
record FilePart(FileEntry file, Optional<WorkbookArea> area, Optional<String> called, TableOverrides columnTypes) {}
