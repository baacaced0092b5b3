package plainsieve.sources.web;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import plainsieve.core.request.Ask;
import plainsieve.core.request.Directions;
import plainsieve.sources.Cancellation;

/** Whether a service answers at all, and lets this server in. */
final class SignOfLife {
    private static final Duration LONGEST = Duration.ofSeconds(10);
    private static final long MOST_BYTES = 1 << 24;
    private static final int NOT_FOUND = 404;

    private final HttpAsking asking;
    private final Path folder;
    private final ScheduledExecutorService clock;

    SignOfLife(HttpAsking asking, Path folder, ScheduledExecutorService clock) {
        this.asking = asking;
        this.folder = folder;
        this.clock = clock;
    }

    /**
     * Asks for a path. That there is nothing is an answer, too.
     *
     * @return what the service calls itself
     * @throws plainsieve.sources.SourceFailure when it does not answer, or does not let this server in
     */
    String told(String path) {
        Cancellation cancellation = new Cancellation();
        ScheduledFuture<?> alarm = clock.schedule(
                () -> cancellation.stop(Cancellation.Reason.TIME_LIMIT), LONGEST.toMillis(), TimeUnit.MILLISECONDS);
        try {
            Files.createDirectories(folder);
            Path target = Files.createTempFile(folder, "sign", ".draft");
            try {
                Ask ask = Ask.get(path, Directions.of(List.of()));
                Page page = asking.askOnce(asking.address(path), ask, target, MOST_BYTES, cancellation);
                if (page.status() >= 300 && page.status() != NOT_FOUND) {
                    throw asking.failures().of(page);
                }
                return page.headers()
                        .firstValue("Server")
                        .filter(name -> !name.isBlank())
                        .orElse("It");
            } finally {
                Files.deleteIfExists(target);
            }
        } catch (IOException e) {
            throw asking.failures().full(e);
        } finally {
            alarm.cancel(false);
        }
    }
}
