package plainsieve.core.statement;

/**
 * One bound value of a statement.
 *
 * @param parameter the parameter whose value it is; empty for the row limit
 * @param offset of its {@code ?} in the statement's text
 */
public record BoundValue(String parameter, int offset, PlaceholderBinding bound) {
    /** The same in a statement that has so many more characters in front, or fewer. */
    public BoundValue shiftedBy(int more) {
        return new BoundValue(parameter, offset + more, bound);
    }
}
