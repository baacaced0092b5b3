package plainsieve.sources;

import java.time.Instant;
import java.util.Optional;
import plainsieve.core.evidence.Plan;

/**
 * The interface to any origin of rows. Thread-safe. Opening a source does not connect, so an unavailable one does not prevent a
 * start and needs no restart when it returns.
 */
public interface Source extends AutoCloseable {
    /**
     * Asks, and hands rows on as they come, at most as many as the cap.
     *
     * @throws SourceFailure when it cannot be reached, refuses what is asked, or the run is stopped
     */
    RunSummary run(OutgoingStatement what, RunLimits limits, Cancellation cancellation, RowReceiver receiver);

    /**
     * How it would answer.
     *
     * @param measured whether it should run to its end and count rows, where it can
     * @throws SourceFailure as for {@link #run}
     */
    Plan explain(OutgoingStatement what, boolean measured, RunLimits limits, Cancellation cancellation);

    /** The catalog of the source. Throws {@link SourceFailure} as {@link #run} does. */
    Catalog catalogue(RunLimits limits, Cancellation cancellation);

    /** A sign of life: its name and version. Throws {@link SourceFailure} when it is down. */
    String health();

    /** Since when it is not asked because it rejected the user or the password; nothing when it did not. */
    default Optional<Instant> rejectedSince() {
        return Optional.empty();
    }

    /** Lets go of every connection. Runs under way fail. */
    @Override
    void close();
}
