package plainsieve.sources;

import java.util.List;
import java.util.Optional;
import plainsieve.core.catalog.CellFormat;

/**
 * A column of a file and its detected format.
 *
 * @param type as {@link CellFormat#words} says it
 * @param nonBlank how many cells have something in them
 * @param mismatches how many of them could not be read so, and have no value
 * @param examples of the cells that could not, or, of a text, of those that keep it from being what it could be
 * @param nearlyType what most cells of a text are; empty when they are texts, or when the column is none
 */
public record DetectedColumn(
        String name, String type, long nonBlank, long mismatches, List<String> examples, Optional<String> nearlyType) {
    public DetectedColumn {
        examples = List.copyOf(examples);
    }
}
