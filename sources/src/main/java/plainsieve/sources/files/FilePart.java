package plainsieve.sources.files;

import java.util.Optional;
import plainsieve.sources.TableOverrides;

/**
 * What is read from a file as one: all of it, or an area of a workbook.
 *
 * @param called the file's name as the column {@code file} has it; nothing where there is no such column
 * @param said what an author has said of the table
 */
record FilePart(FileEntry file, Optional<WorkbookArea> area, Optional<String> called, TableOverrides said) {}
