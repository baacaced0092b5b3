package plainsieve.core.steps.sql;

import java.util.List;
import java.util.Optional;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.steps.step.KnownColumn;

/**
 * A query of another source than the one that is spoken of, or one that itself takes rows of several.
 *
 * @param text as its author wrote it
 * @param columns as they came when it was asked; nothing while that is not known
 * @param around what it can speak of itself
 */
public record Elsewhere(
        String source, Dialect dialect, String text, Optional<List<KnownColumn>> columns, Around around) {}
