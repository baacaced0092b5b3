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
     * Runs a statement and passes on its rows, up to the row limit.
     *
     * @throws SourceFailure if it is unreachable, rejects the statement, or the run is cancelled
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

    /** Since when it is not queried because it rejected the credentials; empty if it did not. */
    default Optional<Instant> rejectedSince() {
        return Optional.empty();
    }

    /** Lets go of every connection. Runs under way fail. */
    @Override
    void close();
}
