package plainsieve.core.steps.compile.block;

import java.util.List;
import java.util.Optional;

/**
 * The SQL of steps with a source map.
 *
 * @param stretches where each part of it comes from, in the order of the text; what holds it together comes from nowhere
 */
public record CompiledSteps(String sql, List<MappedRange> stretches) {
    /** @param start first character in the SQL @param end one past the last */
    public record MappedRange(int start, int end, StepOrigin origin) {}

    public CompiledSteps {
        stretches = List.copyOf(stretches);
    }

    /** The words that the SQL at a place comes from. */
    public Optional<StepOrigin> at(int place) {
        return stretches.stream()
                .filter(mappedRange -> mappedRange.start() <= place && place < mappedRange.end())
                .map(MappedRange::origin)
                .findFirst();
    }
}
