package plainsieve.core.steps.sql;

import java.util.List;
import java.util.Optional;

/**
 * The SQL of steps.
 *
 * @param stretches where each part of it comes from, in the order of the text; what holds it together comes from nowhere
 */
public record Made(String sql, List<Stretch> stretches) {
    /** @param start first character in the SQL @param end one past the last */
    public record Stretch(int start, int end, Origin origin) {}

    public Made {
        stretches = List.copyOf(stretches);
    }

    /** The words that the SQL at a place comes from. */
    public Optional<Origin> at(int place) {
        return stretches.stream()
                .filter(stretch -> stretch.start() <= place && place < stretch.end())
                .map(Stretch::origin)
                .findFirst();
    }
}
