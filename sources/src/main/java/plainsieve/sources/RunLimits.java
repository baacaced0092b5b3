package plainsieve.sources;

import java.time.Duration;

/** The limits of one run. */
public record RunLimits(Duration longest) {
    public RunLimits {
        if (longest.isNegative() || longest.isZero()) {
            throw new IllegalArgumentException("The time limit of a run must be more than 0, is " + longest);
        }
    }
}
