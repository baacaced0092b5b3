package plainsieve.sources.jdbc;

import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicReference;
import plainsieve.sources.SourceFailure;
import plainsieve.sources.threads.HelperThreads;

/**
 * Fails fast while a database accepts connections but does not respond. Later requests fail immediately, while a background probe
 * checks for a response.
 */
final class UnresponsiveGuard implements AutoCloseable {
    private static final Duration FIRST_PAUSE = Duration.ofSeconds(3);
    private static final Duration MAX_PAUSE = Duration.ofMinutes(1);

    /** A faster refusal is cheap, and may be tried each time. */
    private static final Duration SLOW = Duration.ofSeconds(2);

    private static final DateTimeFormatter TIME = DateTimeFormatter.ofPattern("HH:mm:ss");

    private final String source;
    private final SignOfLife sign;
    private final ScheduledExecutorService clock;
    private final AtomicReference<Optional<Instant>> since = new AtomicReference<>(Optional.empty());

    /** The delay before the next connection attempt; doubles with each failure. */
    private volatile Duration pause = FIRST_PAUSE;

    private final ExecutorService asking = HelperThreads.bounded("sign-of-life", 1);

    /** Something that only a living database does. */
    interface SignOfLife {
        void ask() throws SQLException;
    }

    UnresponsiveGuard(String source, SignOfLife sign, ScheduledExecutorService clock) {
        this.source = source;
        this.sign = sign;
        this.clock = clock;
    }

    /** Throws when the database is known to be silent. */
    void reject() {
        Optional<Instant> silent = since.get();
        if (silent.isPresent()) {
            String time = TIME.withZone(ZoneId.systemDefault()).format(silent.get());
            throw new SourceFailure(
                    SourceFailure.Kind.UNREACHABLE,
                    "“%s” has not responded since %s.".formatted(source, time),
                    "The next attempt is in %d seconds; run it again when the database responds."
                            .formatted(pause.toSeconds()),
                    new SQLException("silent"));
        }
    }

    /** A failure after that long counts as unresponsiveness. */
    void noticeAfter(long nanos) {
        if (nanos > SLOW.toNanos()) {
            notice();
        }
    }

    /** The database did not respond. A live one proves itself immediately, so that callers are rejected only for a moment. */
    void notice() {
        if (!asking.isShutdown() && since.compareAndSet(Optional.empty(), Optional.of(Instant.now()))) {
            asking.execute(this::probe);
        }
    }

    /* The scheduler only triggers; work that may hang has its own thread. A closed source needs no result. */
    private void scheduleProbe() {
        if (!asking.isShutdown()) {
            Duration now = pause;
            Duration twice = now.multipliedBy(2);
            pause = twice.compareTo(MAX_PAUSE) > 0 ? MAX_PAUSE : twice;
            clock.schedule(() -> asking.execute(this::probe), now.toMillis(), TimeUnit.MILLISECONDS);
        }
    }

    private void probe() {
        try {
            sign.ask();
            pause = FIRST_PAUSE;
            since.set(Optional.empty());
        } catch (SQLException | RuntimeException | Error e) {
            // On any failure: without another attempt the database would count as down until the server restarts.
            scheduleProbe();
        }
    }

    @Override
    public void close() {
        asking.shutdownNow();
    }
}
