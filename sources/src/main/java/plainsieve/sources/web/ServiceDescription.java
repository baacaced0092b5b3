package plainsieve.sources.web;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.ReentrantLock;
import plainsieve.core.request.ResponseOptions;
import plainsieve.core.request.ServiceRequest;
import plainsieve.core.request.odata.EntitySet;
import plainsieve.sources.Cancellation;

/** Cached metadata of an OData service. One caller loads it; others wait within their timeouts. */
final class ServiceDescription {
    private static final Duration BELIEVED = Duration.ofMinutes(10);
    private static final long PATIENCE_MILLIS = 20;
    private static final ServiceRequest ASK = new ServiceRequest(
            false, "/$metadata", Map.of("Accept", "application/xml"), Optional.empty(), ResponseOptions.of(List.of()));

    private final SmallAnswers answers;
    private final HttpSource asking;
    private final ReentrantLock beingAsked = new ReentrantLock();
    private volatile CachedDescription told = new CachedDescription(List.of(), System.nanoTime());

    private record CachedDescription(List<EntitySet> sets, long until) {
        boolean isBelieved() {
            return System.nanoTime() - until < 0;
        }
    }

    ServiceDescription(SmallAnswers answers, HttpSource asking) {
        this.answers = answers;
        this.asking = asking;
    }

    /** The entity sets of the service. Throws {@link plainsieve.sources.SourceFailure} after an error or timeout. */
    List<EntitySet> sets(Cancellation cancellation) {
        while (!told.isBelieved()) {
            if (cancellation.reason().isPresent()) {
                throw asking.stopped(cancellation);
            }
            load(cancellation);
        }
        return told.sets();
    }

    private void load(Cancellation cancellation) {
        try {
            if (!beingAsked.tryLock(PATIENCE_MILLIS, TimeUnit.MILLISECONDS)) {
                return;
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            cancellation.stop(Cancellation.Reason.LEFT);
            return;
        }
        try {
            if (!told.isBelieved()) {
                List<EntitySet> sets =
                        answers.read(ASK, cancellation, responsePage -> ODataMetadata.read(responsePage.body()));
                told = new CachedDescription(sets, System.nanoTime() + BELIEVED.toNanos());
            }
        } finally {
            beingAsked.unlock();
        }
    }
}
