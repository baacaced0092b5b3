package plainsieve.server.sources;

import java.util.Optional;
import plainsieve.sources.Cancellation;

/** Whether a client still waits for a run. A run without a waiting client is cancelled, even before it starts. */
public final class ClientPresence {
    private Optional<Cancellation> run = Optional.empty();
    private Optional<Cancellation.Reason> left = Optional.empty();

    public synchronized void begun(Cancellation mine) {
        run = Optional.of(mine);
        left.ifPresent(mine::stop);
    }

    public void cancel() {
        cancel(Cancellation.Reason.LEFT);
    }

    /** @param why the reason of the cancellation */
    public synchronized void cancel(Cancellation.Reason why) {
        left = Optional.of(why);
        run.ifPresent(mine -> mine.stop(why));
    }
}
