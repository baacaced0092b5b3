package plainsieve.core.sql;

import plainsieve.core.sql.lexer.Span;

/**
 * One item of a SELECT list.
 *
 * @param name what the column is called, as written with its quotes; empty when the database names it itself
 * @param expression the tokens of its expression, without the name after it
 * @param star whether it represents all columns, or all of one table
 */
public record OutputColumn(String name, Span expression, boolean star) {}
