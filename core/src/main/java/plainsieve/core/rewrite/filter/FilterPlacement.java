package plainsieve.core.rewrite.filter;

/**
 * The placement of an added filter.
 *
 * @param column the filtered output column
 * @param reason why it went no further inside; empty in the innermost block
 * @param depth the nesting depth of its block: 0 for the outermost
 */
public record FilterPlacement(String column, Where where, String reason, int depth) {
    /** Where in a query a filter can be. */
    public enum Where {
        /** In WHERE, before anything is grouped. */
        WHERE,
        /** In HAVING, after the grouping. */
        HAVING,
        /** Around the whole query. */
        AROUND
    }
}
