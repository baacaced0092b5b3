package plainsieve.core.steps.compile.block;

import java.util.List;
import java.util.Optional;

/**
 * The SQL of steps with a source map.
 *
 * @param stretches the origin of each part, in text order; connecting text has none
 */
public record CompiledSteps(String sql, List<MappedRange> stretches) {
    /** @param start offset of the first character in the SQL @param end offset after the last */
    public record MappedRange(int start, int end, StepOrigin origin) {}

    public CompiledSteps {
        stretches = List.copyOf(stretches);
    }

    /** The origin of the SQL at a position. */
    public Optional<StepOrigin> at(int place) {
        return stretches.stream()
                .filter(mappedRange -> mappedRange.start() <= place && place < mappedRange.end())
                .map(MappedRange::origin)
                .findFirst();
    }
}
