package plainsieve.server.http.results;

import java.io.IOException;
import java.nio.ByteBuffer;
import plainsieve.server.runtime.spool.Spool;
import tools.jackson.databind.json.JsonMapper;

/** The results of all views of a page in one response. A line names the view to which the following lines belong. */
final class PageResultStream {
    private static final int NONE = -2;

    private final Spool spool;
    private final JsonMapper json;
    private int open;
    private int speaking = NONE;

    /** @param asked the number of views; the stream ends after all of them */
    PageResultStream(Spool spool, JsonMapper json, int asked) {
        this.spool = spool;
        this.json = json;
        this.open = asked;
        if (asked == 0) {
            spool.end();
        }
    }

    /** @param asked its index in the request, as in {@link RunEvent.Section} */
    LineSink outlet(int asked) {
        return new LineSink() {
            @Override
            public void write(ByteBuffer lines) throws IOException {
                writeSection(asked, lines);
            }

            @Override
            public void end() {
                ended();
            }
        };
    }

    private synchronized void writeSection(int asked, ByteBuffer lines) throws IOException {
        if (!lines.hasRemaining()) {
            return;
        }
        if (speaking != asked) {
            spool.write(ByteBuffer.wrap(ResultStreamWriter.line(json, new RunEvent.Section("section", asked))));
            speaking = asked;
        }
        spool.write(lines);
    }

    private synchronized void ended() {
        if (--open == 0) {
            spool.end();
        }
    }
}
