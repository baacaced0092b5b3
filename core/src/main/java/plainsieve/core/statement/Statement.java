package plainsieve.core.statement;

import java.util.List;

/**
 * A statement to be sent: its text, bound values and placements.
 *
 * @param text with a {@code ?} for every value
 * @param values in the order of their placeholders
 * @param placements the outcome of each parameter at each of its places
 * @param cap the row limit, to which one row is added to detect more; or {@link #NO_CAP}
 */
public record Statement(String text, List<BoundValue> values, List<Placement> placements, long cap) {
    /** No row limit. */
    public static final long NO_CAP = Long.MAX_VALUE;

    public Statement {
        values = List.copyOf(values);
        placements = List.copyOf(placements);
    }
}
