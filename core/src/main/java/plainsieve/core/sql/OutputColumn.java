package plainsieve.core.sql;

import plainsieve.core.sql.lexer.Span;

/**
 * One item of a SELECT list.
 *
 * @param name in the text with its quotes; empty if the database generates it
 * @param expression the tokens of its expression, without the alias
 * @param star whether it is all columns, or all of one table
 */
public record OutputColumn(String name, Span expression, boolean star) {}
