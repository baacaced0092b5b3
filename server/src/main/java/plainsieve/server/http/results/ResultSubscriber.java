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

    /** @param lineSink where what comes goes @param refresh whether to ignore a cached result */
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

    /** Ends when there is nothing more to come, or fails as the run did. */
    CompletableFuture<Void> end() {
        return end;
    }

    /**
     * Said before it reads a run.
     *
     * @param stop by it the reader says that it is enough
     * @param stopped what the reader is reported then, while it goes on for others
     * @param answered is reported the number in Sent of the statement whose answer is read, where someone else has asked it
     */
    void asks(Cancellation stop, SourceFailure stopped, LongConsumer answered) {
        whenStopped = stopped;
        answeredBy = answered;
        if (!stop.begin(() -> leave(Cancellation.Reason.ASKED))) {
            leave(Cancellation.Reason.ASKED);
        }
    }

    void reads(SharedExecution shared) {
        run = Optional.of(shared);
        left.ifPresent(why -> shared.leave(this, why));
    }

    void answeredBy(long sentId) {
        answeredBy.accept(sentId);
    }

    /** How it is, as a line, which is empty when the last one is written; nothing before it is known what is asked. */
    Optional<byte[]> standing() {
        return run.map(shared -> shared.stream().standing());
    }

    /** Anyone who reads wants it no more. */
    void leave(Cancellation.Reason why) {
        left = Optional.of(why);
        run.ifPresent(shared -> shared.leave(this, why));
    }

    void ends() {
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

    /** For others it goes on. */
    void stopped() {
        fails(whenStopped);
    }
}
