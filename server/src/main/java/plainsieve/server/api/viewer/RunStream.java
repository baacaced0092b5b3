package plainsieve.server.api.viewer;

import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import plainsieve.core.statement.Statement;
import plainsieve.server.api.body.FailureBody;
import plainsieve.server.api.body.SentBodies;
import plainsieve.server.sent.SentValues;
import plainsieve.server.sources.Presence;
import plainsieve.server.sources.RunListener;
import plainsieve.server.sources.ShownValue;
import plainsieve.sources.Answer;
import plainsieve.sources.Cancellation;
import plainsieve.sources.Column;
import tools.jackson.databind.json.JsonMapper;

/** Writes one run as JSON lines, each with one write, and knows how it stands. */
final class RunStream implements RunListener {
    private static final int FIRST_BATCH = 50;
    private static final int BATCH = 500;

    private final OutputStream out;
    private final JsonMapper json;
    private final Clock clock;
    private final boolean inside;
    private final List<Object[]> batch = new ArrayList<>();
    private final Presence presence = new Presence();
    private volatile int before;
    /** Its last line is written; what is still to be kept of the run is nothing for its reader. */
    private volatile boolean ended;

    private Statement statement;
    private long sentId;
    private int batchSize = FIRST_BATCH;

    /** @param inside whether it says what was sent, too */
    RunStream(OutputStream out, JsonMapper json, Clock clock, boolean inside) {
        this.inside = inside;
        this.out = out;
        this.json = json;
        this.clock = clock;
    }

    @Override
    public void begun(Cancellation run) {
        presence.begun(run);
    }

    /** Nobody reads it any more. */
    void leave() {
        presence.leave();
    }

    @Override
    public void waiting(int others) {
        before = others + 1;
    }

    /** How it stands, while nothing comes of it. */
    byte[] standing() {
        if (ended) {
            return new byte[0];
        }
        int others = before;
        return line(others > 0 ? new RunEvent.Waiting("waiting", others - 1) : new RunEvent.Going("going"));
    }

    @Override
    public void sent(long id, Statement what) {
        before = 0;
        sentId = id;
        statement = what;
    }

    @Override
    public void columns(List<Column> columns) {
        write(new RunEvent.Begun(
                "begun",
                sentId,
                inside ? statement.text() : "",
                inside ? SentBodies.SentValueBody.of(SentValues.of(statement)) : List.of(),
                inside ? statement.placements() : List.of(),
                columns));
    }

    @Override
    public void row(Object[] values) {
        for (int i = 0; i < values.length; i++) {
            values[i] = ShownValue.of(values[i]);
        }
        batch.add(values);
        if (batch.size() >= batchSize) {
            flushBatch();
            batchSize = BATCH;
        }
    }

    @Override
    public void done(Answer answer) {
        flushBatch();
        ended = true;
        write(new RunEvent.Done(
                "done",
                answer.gathered().orElse(-1),
                answer.read().map(Answer.Read::rows).orElse(-1L),
                answer.read().map(Answer.Read::bytes).orElse(-1L),
                answer.fetched(),
                answer.shown(),
                answer.more(),
                answer.databaseMillis(),
                answer.totalMillis(),
                clock.instant().toString()));
    }

    /** The last line of a run that failed. */
    byte[] failed(FailureBody failure) {
        return line(new RunEvent.Failed("failed", failure.message(), failure.advice(), failure.problems()));
    }

    private void flushBatch() {
        if (!batch.isEmpty()) {
            write(new RunEvent.Rows("rows", List.copyOf(batch)));
            batch.clear();
        }
    }

    private void write(RunEvent event) {
        try {
            out.write(line(event));
        } catch (IOException e) {
            throw new UncheckedIOException(e.getMessage(), e);
        }
    }

    private byte[] line(RunEvent event) {
        byte[] bytes = json.writeValueAsBytes(event);
        byte[] line = Arrays.copyOf(bytes, bytes.length + 1);
        line[bytes.length] = '\n';
        return line;
    }
}
