package plainsieve.sources.files;

import java.util.Map;
import java.util.Optional;
import plainsieve.core.catalogue.CellForm;

/**
 * What is read from a file as one: all of it, or an area of a workbook.
 *
 * @param called the file's name as the column {@code file} has it; nothing where there is no such column
 * @param said what an author has said of columns
 */
record FilePart(FoundFile file, Optional<WorkbookArea> area, Optional<String> called, Map<String, CellForm> said) {
    FilePart {
        said = Map.copyOf(said);
    }
}
