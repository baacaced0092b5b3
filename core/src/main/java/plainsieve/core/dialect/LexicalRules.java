package plainsieve.core.dialect;

/**
 * How a database reads characters as tokens, where databases differ.
 *
 * @param dollarQuotes {@code $tag$ … $tag$} is a string (PostgreSQL, DuckDB)
 * @param escapeStrings {@code E'…'} is a string with backslash escapes (PostgreSQL, DuckDB)
 * @param nestedComments a block comment may contain block comments
 * @param questionOperators {@code ?}, {@code ?|} and {@code ?&} are operators, not placeholders (PostgreSQL)
 */
public record LexicalRules(
        boolean dollarQuotes, boolean escapeStrings, boolean nestedComments, boolean questionOperators) {}
