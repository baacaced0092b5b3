package plainsieve.core.rewrite;

import java.util.Optional;
import java.util.OptionalLong;

/**
 * The row limit at the end of the author's query. Figures and groups on top of the query are computed from those rows only.
 *
 * @param parameter the parameter of the limit; empty for a literal
 * @param rows the literal limit; empty for a parameter or an expression
 */
public record AuthorLimit(Optional<String> parameter, OptionalLong rows) {}
