package plainsieve.server.api.viewer;

import jakarta.annotation.PreDestroy;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.time.Duration;
import java.util.UUID;
import java.util.concurrent.CompletionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import plainsieve.server.api.body.FailureBody;
import plainsieve.server.runs.RunOrder;
import plainsieve.server.runs.Runner;
import plainsieve.server.spool.Spool;
import plainsieve.server.spool.Spools;
import plainsieve.sources.Cancellation;

/**
 * Runs orders and streams their answers. A run asks its source on a thread of its own and spools what comes, so that a slow
 * reader holds no connection. What fails soon is answered with a status and a problem; what takes longer begins to answer with
 * how it stands, which also tells whether anyone is still there: a reader who has gone is noticed, and his run is stopped, unless
 * others read it, too.
 */
@Component
public class Streams {
    private static final Logger LOG = LoggerFactory.getLogger(Streams.class);
    private static final Duration SOON = Duration.ofSeconds(1);
    private static final Duration TOLD_EVERY = Duration.ofMillis(500);

    private final Runner runner;
    private final SharedRuns shared;
    private final Spools spools;
    private final ExecutorService running = Executors.newCachedThreadPool(task -> {
        Thread thread = new Thread(task, "run");
        thread.setDaemon(true);
        return thread;
    });

    Streams(Runner runner, SharedRuns shared, Spools spools) {
        this.runner = runner;
        this.shared = shared;
        this.spools = spools;
    }

    /** Throws what fails soon. */
    public void run(RunOrder order, HttpServletResponse response) {
        try (Spool spool = spools.open()) {
            RunReader reader = new RunReader(spool);
            running.execute(() -> ask(order, reader));
            spool.await(SOON);
            if (spool.isOver(Duration.ZERO)) {
                reader.end().join();
            }
            deliver(reader, response);
            finish(reader, response);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        } catch (CompletionException e) {
            throw e.getCause() instanceof RuntimeException cause ? cause : e;
        } catch (IOException e) {
            throw new UncheckedIOException("The browser went away", e);
        }
    }

    private void ask(RunOrder order, RunReader reader) {
        try {
            Runner.Ready ready = runner.ready(order);
            SharedRuns.Joined joined = shared.join(ready, reader);
            if (joined.isFirst()) {
                run(ready, joined);
            }
        } catch (RuntimeException | Error e) {
            // Whoever reads hears of everything: else they would wait for ever.
            reader.fails(e);
        }
    }

    private void run(Runner.Ready ready, SharedRuns.Joined joined) {
        try {
            runner.run(ready, UUID.randomUUID().toString(), joined.run().stream());
            joined.run().ends();
        } catch (RuntimeException | Error e) {
            joined.run().fails(e);
        } finally {
            shared.over(joined);
        }
    }

    private void deliver(RunReader reader, HttpServletResponse response) throws IOException, InterruptedException {
        response.setContentType("application/x-ndjson");
        response.setCharacterEncoding("UTF-8");
        OutputStream out = response.getOutputStream();
        Spool spool = reader.spool();
        try {
            do {
                if (spool.hasBytes()) {
                    spool.writeTo(out);
                } else {
                    out.write(reader.standing().orElseGet(shared::going));
                    out.flush();
                }
            } while (!spool.isOver(TOLD_EVERY));
        } catch (IOException e) {
            reader.leave(Cancellation.Reason.LEFT);
            throw e;
        }
    }

    /* The status has gone out long ago; the last line says how it ended. */
    private void finish(RunReader reader, HttpServletResponse response) throws IOException {
        try {
            reader.end().join();
        } catch (CompletionException e) {
            response.getOutputStream().write(shared.failed(told(e.getCause())));
            response.getOutputStream().flush();
        }
    }

    private static FailureBody told(Throwable failure) {
        return failure instanceof RuntimeException known
                ? FailureBody.of(known).orElseGet(() -> internal(failure))
                : internal(failure);
    }

    private static FailureBody internal(Throwable failure) {
        LOG.error("A run failed", failure);
        return FailureBody.INTERNAL;
    }

    @PreDestroy
    void close() {
        running.shutdownNow();
    }
}
