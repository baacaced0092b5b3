package plainsieve.server.http.results;

import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.function.LongConsumer;
import plainsieve.sources.Cancellation;
import plainsieve.sources.SourceFailure;

/** A reader of a shared result, with its pending lines and end. */
final class ResultSubscriber {
    private final LineSink lineSink;
    private final boolean refresh;
    private final CompletableFuture<Void> end = new CompletableFuture<>();
    private LongConsumer answeredBy = id -> {};
    private SourceFailure whenStopped;
    private volatile Optional<SharedExecution> run = Optional.empty();
    private volatile Optional<Cancellation.Reason> left = Optional.empty();

    /** @param lineSink receives the result @param refresh whether to ignore a cached result */
    ResultSubscriber(LineSink lineSink, boolean refresh) {
        this.lineSink = lineSink;
        this.refresh = refresh;
    }

    boolean wantsRefresh() {
        return refresh;
    }

    LineSink outlet() {
        return lineSink;
    }

    /** Completes after the last line, or fails like the run. */
    CompletableFuture<Void> end() {
        return end;
    }

    /**
     * Called before it reads a run.
     *
     * @param stop by which the reader cancels
     * @param stopped the failure that the reader gets then, while the run continues for others
     * @param answered receives the number in Sent of a statement started by someone else
     */
    void subscribe(Cancellation stop, SourceFailure stopped, LongConsumer answered) {
        whenStopped = stopped;
        answeredBy = answered;
        if (!stop.begin(() -> cancel(Cancellation.Reason.ASKED))) {
            cancel(Cancellation.Reason.ASKED);
        }
    }

    void reads(SharedExecution shared) {
        run = Optional.of(shared);
        left.ifPresent(why -> shared.unsubscribe(this, why));
    }

    void answeredBy(long sentId) {
        answeredBy.accept(sentId);
    }

    /** The progress line; an empty one after the last line; empty before the statement is known. */
    Optional<byte[]> standing() {
        return run.map(shared -> shared.stream().standing());
    }

    /** Anyone who reads wants it no more. */
    void cancel(Cancellation.Reason why) {
        left = Optional.of(why);
        run.ifPresent(shared -> shared.unsubscribe(this, why));
    }

    void complete() {
        if (end.complete(null)) {
            lineSink.end();
        }
    }

    /** It may fail more than once, as who is too slow does while the run fails, too: the first time counts. */
    void fails(Throwable why) {
        if (end.completeExceptionally(why)) {
            lineSink.end();
        }
    }

    /** The run continues for others. */
    void stopped() {
        fails(whenStopped);
    }
}
