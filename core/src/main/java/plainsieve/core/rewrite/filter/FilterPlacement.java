package plainsieve.core.rewrite.filter;

/**
 * Where an added filter was placed.
 *
 * @param column the output column it filters
 * @param reason why it went no further in, in words; empty when it is in the innermost block there is
 * @param depth how many queries are around the block it went to: 0 for the outermost
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
