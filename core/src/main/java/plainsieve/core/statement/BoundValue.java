package plainsieve.core.statement;

/**
 * One bound value of a statement.
 *
 * @param parameter the parameter it comes from; empty for the cap
 * @param offset where its {@code ?} is in the statement's text
 */
public record BoundValue(String parameter, int offset, PlaceholderBinding bound) {
    /** The same in a statement that has so many more characters in front, or fewer. */
    public BoundValue shiftedBy(int more) {
        return new BoundValue(parameter, offset + more, bound);
    }
}
