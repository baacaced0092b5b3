package plainsieve.sources;

import java.util.List;
import java.util.Optional;
import plainsieve.core.catalog.CellFormat;

/**
 * A column of a file and its detected format.
 *
 * @param type in the notation of {@link CellFormat#words}
 * @param nonBlank the number of nonblank cells
 * @param mismatches the number of cells that could not be converted and are null
 * @param examples of those, or, for text, of cells that prevent a more specific type
 * @param nearlyType the type of most cells of a text column; empty if they are text, or for other columns
 */
public record DetectedColumn(
        String name, String type, long nonBlank, long mismatches, List<String> examples, Optional<String> nearlyType) {
    public DetectedColumn {
        examples = List.copyOf(examples);
    }
}
