package plainsieve.core.statement;

import java.util.List;

/**
 * A statement to be sent: its text, bound values and placements.
 *
 * @param text with a {@code ?} for every value
 * @param values in the order of their placeholders
 * @param placements what became of each parameter at each of its places
 * @param cap the most rows to show, of which one more may come to tell that there are more; or {@link #NO_CAP}
 */
public record Statement(String text, List<BoundValue> values, List<Placement> placements, long cap) {
    /** Represents no cap: every row comes. */
    public static final long NO_CAP = Long.MAX_VALUE;

    public Statement {
        values = List.copyOf(values);
        placements = List.copyOf(placements);
    }
}
