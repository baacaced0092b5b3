package plainsieve.core.catalog;

import java.util.Map;
import plainsieve.core.dialect.FunctionEffects;

/**
 * The tables and user-defined functions of a source.
 *
 * @param functions user-defined functions by name and by {@code schema.name}
 */
public record SourceNames(TableColumns tables, FunctionEffects functions) {
    /** No facts, for use without a source. */
    public static SourceNames none() {
        return of(TableColumns.none());
    }

    public static SourceNames of(TableColumns tables) {
        return new SourceNames(tables, new FunctionEffects(Map.of()));
    }
}
