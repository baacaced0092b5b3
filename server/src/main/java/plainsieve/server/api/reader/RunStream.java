package plainsieve.server.api.reader;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import plainsieve.core.statement.Statement;
import plainsieve.server.api.body.SentBodies;
import plainsieve.server.sent.SentValues;
import plainsieve.server.sources.RunListener;
import plainsieve.sources.Answer;
import plainsieve.sources.Column;
import plainsieve.sources.SourceFailure;
import tools.jackson.databind.json.JsonMapper;

/**
 * Streams one run to the browser as JSON lines. Nothing is written before the first row is ready, so a run that fails
 * before that is answered with a status and a problem; one that fails later ends with a line that says so.
 */
final class RunStream implements RunListener {
    private static final int FIRST_BATCH = 50;
    private static final int BATCH = 500;
    private static final long LARGEST_EXACT = 1L << 53;

    private final HttpServletResponse response;
    private final JsonMapper json;
    private final Clock clock;
    private final List<Object[]> batch = new ArrayList<>();
    private Statement statement;
    private long sentId;
    private int batchSize = FIRST_BATCH;

    RunStream(HttpServletResponse response, JsonMapper json, Clock clock) {
        this.response = response;
        this.json = json;
        this.clock = clock;
    }

    boolean hasBegun() {
        return response.isCommitted();
    }

    @Override
    public void sent(long id, Statement what) {
        sentId = id;
        statement = what;
    }

    @Override
    public void columns(List<Column> columns) {
        response.setContentType("application/x-ndjson");
        response.setCharacterEncoding("UTF-8");
        write(new RunEvent.Begun(
                "begun",
                sentId,
                statement.text(),
                SentBodies.SentValueBody.of(SentValues.of(statement)),
                statement.placements(),
                columns));
    }

    @Override
    public void row(Object[] values) {
        for (int i = 0; i < values.length; i++) {
            values[i] = exact(values[i]);
        }
        batch.add(values);
        if (batch.size() >= batchSize) {
            flushBatch();
            batchSize = BATCH;
        }
    }

    /** A browser's numbers are doubles; what would lose digits travels as text. */
    private static Object exact(Object value) {
        if (value instanceof Long number && Math.abs(number) > LARGEST_EXACT) {
            return number.toString();
        }
        if (value instanceof Double number && !Double.isFinite(number)) {
            return number.toString();
        }
        return value instanceof BigDecimal number ? number.toPlainString() : value;
    }

    @Override
    public void done(Answer answer) {
        flushBatch();
        write(new RunEvent.Done(
                "done",
                answer.fetched(),
                answer.shown(),
                answer.more(),
                answer.databaseMillis(),
                answer.totalMillis(),
                clock.instant().toString()));
    }

    void failed(SourceFailure failure) {
        batch.clear();
        write(new RunEvent.Failed("failed", failure.getMessage(), failure.advice()));
    }

    private void flushBatch() {
        if (!batch.isEmpty()) {
            write(new RunEvent.Rows("rows", List.copyOf(batch)));
            batch.clear();
        }
    }

    private void write(RunEvent event) {
        try {
            OutputStream out = response.getOutputStream();
            out.write(json.writeValueAsBytes(event));
            out.write('\n');
            out.flush();
        } catch (IOException e) {
            throw new UncheckedIOException("The browser went away", e);
        }
    }
}
