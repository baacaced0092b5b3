package plainsieve.core.rewrite;

import java.util.List;

/**
 * What goes to the database.
 *
 * @param text with a {@code ?} for every value
 * @param values in the order of their placeholders
 * @param placements what became of each parameter at each of its places
 * @param cap the most rows to show; one more may come, which only tells that there are more
 */
public record Statement(String text, List<BoundValue> values, List<Placement> placements, long cap) {
    public Statement {
        values = List.copyOf(values);
        placements = List.copyOf(placements);
    }
}
