package plainsieve.server.sources;

import java.util.Optional;
import plainsieve.sources.Cancellation;

/** Whether somebody still waits for what a run brings. One that nobody waits for is stopped, also before it has begun. */
public final class Presence {
    private Optional<Cancellation> run = Optional.empty();
    private boolean left;

    public synchronized void begun(Cancellation mine) {
        run = Optional.of(mine);
        if (left) {
            mine.stop(Cancellation.Reason.LEFT);
        }
    }

    public synchronized void leave() {
        left = true;
        run.ifPresent(mine -> mine.stop(Cancellation.Reason.LEFT));
    }
}
