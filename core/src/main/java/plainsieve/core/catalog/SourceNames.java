package plainsieve.core.catalog;

import java.util.Map;
import plainsieve.core.dialect.FunctionEffects;

/**
 * What a source says of the names in its queries, beside what every database of its kind has.
 *
 * @param functions those that people made there, by their names, and by {@code schema.name}
 */
public record SourceNames(TableColumns tables, FunctionEffects functions) {
    /** What is known where no source was asked. */
    public static SourceNames none() {
        return of(TableColumns.none());
    }

    public static SourceNames of(TableColumns tables) {
        return new SourceNames(tables, new FunctionEffects(Map.of()));
    }
}
