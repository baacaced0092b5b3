package plainsieve.server.http.results;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.time.Duration;
import java.util.UUID;
import java.util.concurrent.CompletionException;
import java.util.function.Consumer;
import java.util.function.Supplier;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import plainsieve.server.body.FailureBody;
import plainsieve.server.body.QuestionBodies;
import plainsieve.server.people.OverloadException;
import plainsieve.server.results.runs.QueryRunner;
import plainsieve.server.results.runs.RunRequest;
import plainsieve.server.runtime.spool.Spool;
import plainsieve.server.runtime.spool.Spools;
import plainsieve.server.sources.Cancellations;
import plainsieve.sources.Cancellation;
import tools.jackson.databind.json.JsonMapper;

/**
 * Executes run requests and streams their results. A run executes on its own thread and spools its rows, so that a slow reader
 * holds no connection. Early failures are returned as a status and a problem document. Later, progress lines detect disconnected
 * readers, whose runs are cancelled unless shared.
 */
@Component
public class RunStreaming {
    private static final Logger LOG = LoggerFactory.getLogger(RunStreaming.class);
    private static final Duration SOON = Duration.ofSeconds(1);
    /** The delay before a page reports queued views. */
    private static final Duration TOLD_FIRST = Duration.ofMillis(300);

    private static final Duration TOLD_EVERY = Duration.ofMillis(500);

    private final QueryRunner queryRunner;
    private final SharedExecutions shared;
    private final Cancellations cancellations;
    private final Spools spools;
    private final JsonMapper json;

    RunStreaming(
            QueryRunner queryRunner,
            SharedExecutions shared,
            Cancellations cancellations,
            Spools spools,
            JsonMapper json) {
        this.queryRunner = queryRunner;
        this.shared = shared;
        this.cancellations = cancellations;
        this.spools = spools;
        this.json = json;
    }

    /** Throws early failures. @param refresh whether to ignore a cached result */
    public void run(RunRequest request, boolean refresh, HttpServletResponse response) {
        try (Spool spool = spools.open()) {
            ResultSubscriber reader = new ResultSubscriber(LineSink.into(spool), refresh);
            begin(() -> execute(() -> request, reader));
            spool.await(SOON);
            if (spool.isOver(Duration.ZERO)) {
                reader.end().join();
            }
            deliver(
                    spool,
                    () -> open(response),
                    new Delivery(() -> spool.write(ByteBuffer.wrap(standing(reader))), reader::cancel));
            finish(reader, response);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        } catch (CompletionException e) {
            throw e.getCause() instanceof RuntimeException cause ? cause : e;
        } catch (IOException e) {
            throw gone(e);
        }
    }

    /** All views of a page in one response. Failures are reported in its lines and do not affect other views. */
    public void run(ReportPageRequest page, HttpServletResponse response) {
        run(page, () -> open(response));
    }

    /** The destination of a response. */
    public interface Outward {
        OutputStream open() throws IOException;
    }

    public void run(ReportPageRequest page, Outward outward) {
        int asked = page.views().size() + (page.question().isPresent() ? 1 : 0);
        Cancellation stop = cancellations.begin(page.run());
        try (Spool spool = spools.open()) {
            PageExecution run = new PageExecution(page, new PageResultStream(spool, json, asked), this);
            run.begin();
            if (!stop.begin(() -> run.cancel(Cancellation.Reason.ASKED))) {
                run.cancel(Cancellation.Reason.ASKED);
            }
            spool.await(TOLD_FIRST);
            deliver(spool, outward, new Delivery(run::reportProgress, run::cancel));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        } catch (IOException e) {
            throw gone(e);
        } finally {
            cancellations.end(page.run(), stop);
        }
    }

    private static UncheckedIOException gone(IOException e) {
        return new UncheckedIOException("The browser went away", e);
    }

    /** Runs work in another thread; in the caller's at the limit of threads. */
    void begin(Runnable work) {
        if (!tryBegin(work)) {
            work.run();
        }
    }

    /** Runs work in another thread, unless all are busy. */
    boolean tryBegin(Runnable work) {
        try {
            spools.runs().execute(work);
            return true;
        } catch (OverloadException e) {
            return false;
        }
    }

    /** Asks, and has the answer read, to its end unless others read it, too. */
    void execute(Supplier<RunRequest> order, ResultSubscriber reader) {
        try {
            QueryRunner.PreparedRun ready = queryRunner.prepare(order.get());
            shared.join(ready, reader).ifPresent(begun -> run(ready, begun));
        } catch (RuntimeException | Error e) {
            // The reader must get every failure, or it would wait forever.
            reader.fails(e);
        }
    }

    private void run(QueryRunner.PreparedRun ready, SharedExecutions.Begun begun) {
        try {
            queryRunner.run(ready, UUID.randomUUID().toString(), begun.run().stream());
            shared.complete(begun);
        } catch (RuntimeException | Error e) {
            begun.run().fails(e);
        } finally {
            shared.remove(begun);
        }
    }

    /** How a response is delivered. @param standing progress while there are no rows @param leave called when the client disconnects */
    private record Delivery(Telling standing, Consumer<Cancellation.Reason> leave) {
        private interface Telling {
            void tell() throws IOException;
        }
    }

    private static OutputStream open(HttpServletResponse response) throws IOException {
        response.setContentType("application/x-ndjson");
        response.setCharacterEncoding("UTF-8");
        return response.getOutputStream();
    }

    private static void deliver(Spool spool, Outward outward, Delivery delivery)
            throws IOException, InterruptedException {
        OutputStream out = outward.open();
        try {
            do {
                if (spool.hasBytes()) {
                    spool.writeTo(out);
                } else {
                    delivery.standing().tell();
                }
            } while (!spool.isOver(TOLD_EVERY));
        } catch (IOException e) {
            delivery.leave().accept(Cancellation.Reason.LEFT);
            throw e;
        }
    }

    /* The status has been sent; the last line has the outcome. */
    private void finish(ResultSubscriber reader, HttpServletResponse response) throws IOException {
        try {
            reader.end().join();
        } catch (CompletionException e) {
            response.getOutputStream().write(failed(e.getCause()));
            response.getOutputStream().flush();
        }
    }

    /** How a run is, as a line; nothing when its last line is written. */
    byte[] standing(ResultSubscriber reader) {
        return reader.standing().orElseGet(() -> line(new RunEvent.Progress("progress")));
    }

    /** A question, as a line. */
    byte[] questionLine(QuestionBodies.QuestionBody question) {
        return line(new RunEvent.Question("question", question));
    }

    /** The last line of a failed run. */
    byte[] failed(Throwable why) {
        FailureBody failure = failureBody(why);
        return line(new RunEvent.Failed("failed", failure.message(), failure.advice(), failure.problems()));
    }

    private byte[] line(RunEvent event) {
        return ResultStreamWriter.line(json, event);
    }

    private FailureBody failureBody(Throwable failure) {
        return failure instanceof RuntimeException known
                ? FailureBody.of(known).orElseGet(() -> internal(failure))
                : internal(failure);
    }

    private FailureBody internal(Throwable failure) {
        // Sources close before this executor when the server stops.
        if (!spools.runs().isShutdown()) {
            LOG.error("A run failed", failure);
        }
        return FailureBody.INTERNAL;
    }
}
