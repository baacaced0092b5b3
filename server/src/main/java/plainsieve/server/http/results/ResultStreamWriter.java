package plainsieve.server.http.results;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.time.Clock;
import java.util.Arrays;
import java.util.List;
import java.util.function.LongConsumer;
import plainsieve.core.statement.Statement;
import plainsieve.server.body.SentBodies;
import plainsieve.server.sources.ClientPresence;
import plainsieve.server.sources.RunListener;
import plainsieve.server.sources.sent.SentValues;
import plainsieve.sources.Cancellation;
import plainsieve.sources.Column;
import plainsieve.sources.RunSummary;
import tools.jackson.databind.json.JsonMapper;

/**
 * Writes a run as JSON lines and tracks its state. Groups lines into few writes: the start with the first rows, the last rows with
 * the end.
 */
public final class ResultStreamWriter implements RunListener {
    private final OutputStream out;
    private final JsonMapper json;
    private final Clock clock;
    private final boolean inside;
    private final LongConsumer told;
    private final ByteArrayOutputStream lines = new ByteArrayOutputStream();
    private final RowEncoder rows;
    private final ClientPresence clientPresence = new ClientPresence();
    private volatile int before;
    /** Set when the last line is written; the rest of the run does not concern the reader. */
    private volatile boolean ended;

    private Statement statement;
    private long sentId;

    /** @param inside whether it contains the statement @param told receives the number in Sent */
    public ResultStreamWriter(OutputStream out, JsonMapper json, Clock clock, boolean inside, LongConsumer told) {
        this.told = told;
        this.inside = inside;
        this.out = out;
        this.json = json;
        this.clock = clock;
        this.rows = new RowEncoder(json, lines);
    }

    @Override
    public void started(Cancellation run) {
        clientPresence.begun(run);
    }

    /** Cancels the run. */
    void cancel(Cancellation.Reason why) {
        clientPresence.cancel(why);
    }

    @Override
    public void waiting(int others) {
        before = others + 1;
    }

    /** How it is, while nothing results. */
    byte[] standing() {
        if (ended) {
            return new byte[0];
        }
        int others = before;
        return line(others > 0 ? new RunEvent.Queued("queued", others - 1) : new RunEvent.Progress("progress"));
    }

    @Override
    public void sent(long id, Statement what) {
        before = 0;
        sentId = id;
        statement = what;
        told.accept(id);
    }

    @Override
    public void columns(List<Column> columns) {
        lines.writeBytes(line(new RunEvent.Started(
                "started",
                sentId,
                inside ? statement.text() : "",
                inside ? SentBodies.SentValueBody.of(SentValues.of(statement)) : List.of(),
                inside ? statement.placements() : List.of(),
                columns)));
    }

    @Override
    public void row(Object[] values) {
        if (rows.add(values)) {
            send();
        }
    }

    @Override
    public void completed(RunSummary summary) {
        rows.flush();
        ended = true;
        lines.writeBytes(line(new RunEvent.Done(
                "done",
                summary.localRows().orElse(-1),
                summary.readRows().map(RunSummary.RowsRead::rows).orElse(-1L),
                summary.readRows().map(RunSummary.RowsRead::bytes).orElse(-1L),
                summary.fetchedRows(),
                summary.shownRows(),
                summary.more(),
                summary.databaseMillis(),
                summary.totalMillis(),
                clock.instant().toString())));
        send();
    }

    private void send() {
        try {
            lines.writeTo(out);
        } catch (IOException e) {
            throw new UncheckedIOException(e.getMessage(), e);
        }
        lines.reset();
    }

    private byte[] line(RunEvent event) {
        return line(json, event);
    }

    /** An event as a line. */
    static byte[] line(JsonMapper json, RunEvent event) {
        byte[] bytes = json.writeValueAsBytes(event);
        byte[] line = Arrays.copyOf(bytes, bytes.length + 1);
        line[bytes.length] = '\n';
        return line;
    }
}
