package plainsieve.core.rewrite;

import java.util.Optional;
import java.util.OptionalLong;

/**
 * The row limit at the end of the author's query. Figures and groups on top of the query are computed from those rows only.
 *
 * @param parameter that sets the limit; empty if the text does
 * @param rows as the text says; empty when a parameter or an expression does
 */
public record AuthorLimit(Optional<String> parameter, OptionalLong rows) {}
