package plainsieve.server.api.viewer;

import jakarta.annotation.PreDestroy;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.time.Clock;
import java.time.Duration;
import java.util.concurrent.CompletableFuture;
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
import tools.jackson.databind.json.JsonMapper;

/**
 * Runs orders and streams their answers. A run asks its source on a thread of its own and spools what comes, so that a slow
 * reader holds no connection. What fails soon is answered with a status and a problem; what takes longer begins to answer with
 * how it stands, which also tells whether anyone is still there: a reader who has gone is noticed, and his run is stopped.
 */
@Component
public class Streams {
    private static final Logger LOG = LoggerFactory.getLogger(Streams.class);
    private static final Duration SOON = Duration.ofSeconds(1);
    private static final Duration TOLD_EVERY = Duration.ofMillis(500);

    private final Runner runner;
    private final JsonMapper json;
    private final Clock clock;
    private final Spools spools;
    private final ExecutorService running = Executors.newCachedThreadPool(task -> {
        Thread thread = new Thread(task, "run");
        thread.setDaemon(true);
        return thread;
    });

    Streams(Runner runner, JsonMapper json, Clock clock, Spools spools) {
        this.runner = runner;
        this.json = json;
        this.clock = clock;
        this.spools = spools;
    }

    /** Throws what fails soon. */
    public void run(RunOrder order, HttpServletResponse response) {
        try (Spool spool = spools.open()) {
            RunStream stream =
                    new RunStream(spool.in(), json, clock, order.asked().asker().seesInside());
            CompletableFuture<Void> run = CompletableFuture.runAsync(() -> run(order, stream, spool), running);
            spool.await(SOON);
            if (spool.isOver(Duration.ZERO)) {
                run.join();
            }
            deliver(spool, stream, response);
            finish(run, stream, response);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        } catch (CompletionException e) {
            throw e.getCause() instanceof RuntimeException cause ? cause : e;
        } catch (IOException e) {
            throw new UncheckedIOException("The browser went away", e);
        }
    }

    private void run(RunOrder order, RunStream stream, Spool spool) {
        try {
            runner.run(order, stream);
        } finally {
            spool.end();
        }
    }

    private static void deliver(Spool spool, RunStream stream, HttpServletResponse response)
            throws IOException, InterruptedException {
        response.setContentType("application/x-ndjson");
        response.setCharacterEncoding("UTF-8");
        OutputStream out = response.getOutputStream();
        try {
            do {
                if (spool.hasBytes()) {
                    spool.writeTo(out);
                } else {
                    out.write(stream.standing());
                    out.flush();
                }
            } while (!spool.isOver(TOLD_EVERY));
        } catch (IOException e) {
            stream.leave();
            throw e;
        }
    }

    /* The status has gone out long ago; the last line says how it ended. */
    private static void finish(CompletableFuture<Void> run, RunStream stream, HttpServletResponse response)
            throws IOException {
        try {
            run.join();
        } catch (CompletionException e) {
            response.getOutputStream().write(stream.failed(told(e.getCause())));
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
